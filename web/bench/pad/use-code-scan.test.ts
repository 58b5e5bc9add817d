import { afterEach, describe, expect, it, vi } from 'vitest'
import { mounted } from '../../testing/mounted'
import CodeField from './CodeField.vue'

const typed = vi.fn()
const field = () =>
  mounted(CodeField, { modelValue: '', label: 'Code', codes: ['BK-2716'] }, { 'onUpdate:modelValue': typed })
const settled = () => new Promise((resolve) => setTimeout(resolve, 10))
const stopped = vi.fn()

/** A browser that reads codes, over a safe connection or not. */
function withCamera(safe: boolean, reads: string[]): void {
  vi.stubGlobal('isSecureContext', safe)
  vi.stubGlobal(
    'BarcodeDetector',
    class {
      detect = () => Promise.resolve(reads.map((rawValue) => ({ rawValue })))
    },
  )
  const stream = { getTracks: () => [{ stop: stopped }] }
  Object.defineProperty(navigator, 'mediaDevices', {
    configurable: true,
    value: { getUserMedia: () => Promise.resolve(stream) },
  })
  vi.spyOn(HTMLMediaElement.prototype, 'play').mockResolvedValue()
  Object.defineProperty(HTMLMediaElement.prototype, 'srcObject', { configurable: true, writable: true, value: null })
}
afterEach(() => {
  vi.unstubAllGlobals()
  stopped.mockClear()
})

describe('a code by the camera', () => {
  it('is typed where the connection is not safe, and it says so', () => {
    withCamera(false, ['BK-2716'])
    const w = field()
    expect(w.find('[data-part=scan]')).toBeNull()
    expect(w.host.textContent).toContain('Type it')
  })
  it('is read, taken down, and the camera is put away', async () => {
    withCamera(true, ['BK-2761'])
    const w = field()
    await w.click('[data-part=scan]')
    await settled()
    expect(typed).toHaveBeenCalledExactlyOnceWith('BK-2761')
    expect(stopped).toHaveBeenCalled()
    await w.set({ modelValue: 'BK-2761' })
    expect(w.find('[data-part=code-compare]')!.dataset.same).toBe('false')
    expect(w.host.textContent).toContain('differs from BK-2716 at place 6')
  })
})
