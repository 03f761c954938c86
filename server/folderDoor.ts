// What a script may ask of a data folder before a server has it open.
export { lockFolder } from './store/lock.ts'
export { readMarker } from './store/marker.ts'
