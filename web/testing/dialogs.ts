import { vi } from 'vitest'

/** Lets dialogs open on a test's page: they watch the size of what they hold, which has none here. */
export function letDialogsOpen(): void {
  vi.stubGlobal(
    'ResizeObserver',
    class {
      observe() {}
      unobserve() {}
      disconnect() {}
    },
  )
}
