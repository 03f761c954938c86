import { afterEach } from 'vitest'
import { takeAway } from './form.tsx'

// Files of one worker share what they import, but each has hooks of its own.
afterEach(takeAway)
