import { nextTick, onBeforeUnmount, ref } from 'vue'

/** The browser's own reader of codes, where it has one. */
interface CodeReader {
  detect(source: HTMLVideoElement): Promise<{ rawValue: string }[]>
}
declare global {
  interface Window {
    BarcodeDetector?: new () => CodeReader
  }
}
const LOOK_EVERY_MS = 250

/**
 * A code read by the camera, where the browser may and can: over a safe connection, with a reader of its own.
 *
 * @param found what to do with the first code that is read
 */
export function useCodeScan(found: (code: string) => void) {
  const can =
    typeof window !== 'undefined' &&
    window.isSecureContext &&
    window.BarcodeDetector !== undefined &&
    !!navigator.mediaDevices?.getUserMedia
  const on = ref(false)
  /** The camera was refused, or is not there. */
  const refused = ref(false)
  const video = ref<HTMLVideoElement | null>(null)
  let stream: MediaStream | null = null
  let timer: ReturnType<typeof setTimeout> | undefined

  function stop(): void {
    clearTimeout(timer)
    stream?.getTracks().forEach((track) => track.stop())
    stream = null
    on.value = false
  }
  async function look(reader: CodeReader): Promise<void> {
    if (!on.value || !video.value) return
    const [code] = await reader.detect(video.value).catch(() => [])
    if (code && code.rawValue.trim() !== '') {
      found(code.rawValue.trim())
      return stop()
    }
    timer = setTimeout(() => void look(reader), LOOK_EVERY_MS)
  }
  async function start(): Promise<void> {
    if (!can || on.value) return
    try {
      stream = await navigator.mediaDevices.getUserMedia({ video: { facingMode: 'environment' } })
      on.value = true
      refused.value = false
      await nextTick()
      if (video.value) {
        video.value.srcObject = stream
        await video.value.play()
      }
      void look(new window.BarcodeDetector!())
    } catch {
      refused.value = true
      stop()
    }
  }
  onBeforeUnmount(stop)
  return { can, on, refused, video, start, stop }
}
