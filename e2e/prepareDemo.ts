// Loads the demo scenario for the journeys while something else keeps the other processor busy.
import prepareDemo from './demoFolder.ts'

await prepareDemo()
