import { afterAll, vi } from 'vitest'
import { newPage } from './device'

// The next file finds the page as if nobody had been there.
afterAll(() => {
  newPage()
  vi.unstubAllGlobals()
  vi.useRealTimers()
})
