import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { LineCutter, parseGaugeLine } from '#core/measure/gauge-line'
import type { GaugeControl, GaugePlace } from '#core/sim/simulated-gauge'
import type { SetStage } from '#core/job/stages'

export type GaugeSource = 'none' | 'simulated' | 'serial'

/** Web Serial, as far as it is used here; not every browser has it. */
interface SerialPortLike {
  open(options: { baudRate: number }): Promise<void>
  close(): Promise<void>
  readable: ReadableStream<Uint8Array> | null
}
interface SerialLike {
  requestPort(): Promise<SerialPortLike>
}

/** A value older than this is no live value any more. */
const STALE_MS = 700

/** The indicator in hand: what it says now, whether it still speaks, and its data button. */
export const useGauge = defineStore('gauge', () => {
  const source = ref<GaugeSource>('none')
  const valueMm = ref<number | null>(null)
  const rubbish = ref<string | null>(null)
  const lastAt = ref(0)
  const now = ref(Date.now())
  const place = shallowRef<GaugePlace>({ on: 'deck' })
  const failed = ref<'refused' | 'lost' | null>(null)
  const buttonListeners = new Set<() => void>()
  let socket: WebSocket | null = null
  let port: SerialPortLike | null = null
  let cutter = new LineCutter()
  let ticker: ReturnType<typeof setInterval> | undefined

  const hasSerial = typeof navigator !== 'undefined' && 'serial' in navigator
  const live = computed(() => source.value !== 'none' && valueMm.value !== null && now.value - lastAt.value < STALE_MS)
  const silent = computed(() => source.value !== 'none' && !live.value)

  function take(piece: string): void {
    for (const line of cutter.push(piece)) {
      const read = parseGaugeLine(line)
      if (read.kind === 'rubbish') {
        rubbish.value = read.text
        continue
      }
      rubbish.value = null
      valueMm.value = read.valueMm
      lastAt.value = now.value = Date.now()
      if (read.button) for (const listener of buttonListeners) listener()
    }
  }

  function begin(kind: GaugeSource): void {
    disconnect()
    source.value = kind
    failed.value = null
    cutter = new LineCutter()
    ticker = setInterval(() => (now.value = Date.now()), 200)
  }

  /** Connects the simulated indicator: to a job's engine, or (null) to the bench with its parts. */
  function connectSimulated(jobId: string | null, stage: SetStage, seed = Math.floor(Math.random() * 1e6)): void {
    begin('simulated')
    place.value = { on: 'deck' }
    const { protocol, host } = location
    const opened = new WebSocket(
      `${protocol === 'https:' ? 'wss' : 'ws'}://${host}/api/gauge/simulated?${jobId ? `jobId=${jobId}&` : ''}stage=${stage}&seed=${seed}`,
    )
    socket = opened
    opened.onmessage = (event) => take(String(event.data))
    opened.onclose = () => {
      if (socket === opened) failed.value = 'lost'
    }
  }

  async function connectSerial(): Promise<void> {
    begin('serial')
    try {
      port = await (navigator as unknown as { serial: SerialLike }).serial.requestPort()
      await port.open({ baudRate: 9600 })
      const reader = port.readable
        ?.pipeThrough(new TextDecoderStream() as unknown as ReadableWritablePair<string, Uint8Array>)
        .getReader()
      for (let piece = await reader?.read(); piece && !piece.done; piece = await reader?.read()) take(piece.value)
      failed.value = 'lost'
    } catch {
      failed.value = 'refused'
      source.value = 'none'
    }
  }

  function disconnect(): void {
    clearInterval(ticker)
    socket?.close()
    socket = null
    void port?.close().catch(() => undefined)
    port = null
    source.value = 'none'
    valueMm.value = null
    rubbish.value = null
  }

  /** Does something to the simulated indicator. */
  function control(act: GaugeControl): void {
    if (act.do === 'slide') place.value = act.to
    if (socket?.readyState === WebSocket.OPEN) socket.send(JSON.stringify(act))
  }

  /** Calls back when the gauge's own button is pressed. @returns how to stop it */
  function onButton(listener: () => void): () => void {
    buttonListeners.add(listener)
    return () => buttonListeners.delete(listener)
  }

  return {
    source,
    valueMm,
    rubbish,
    place,
    failed,
    hasSerial,
    live,
    silent,
    connectSimulated,
    connectSerial,
    disconnect,
    control,
    onButton,
  }
})
