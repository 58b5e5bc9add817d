import { beforeEach, describe, expect, it, vi } from 'vitest'
import { eventually, newDevice } from '../testing/device'
import { useGauge } from './gauge'

/** A socket as the browser gives it, played from the test. */
class FakeSocket {
  static readonly OPEN = 1
  static latest: FakeSocket
  readyState = 1
  sent: string[] = []
  onmessage: ((event: { data: string }) => void) | null = null
  onclose: (() => void) | null = null
  constructor(readonly url: string) {
    FakeSocket.latest = this
  }
  send(text: string) {
    this.sent.push(text)
  }
  close() {
    this.onclose?.()
  }
}

beforeEach(async () => {
  await newDevice()
  vi.stubGlobal('WebSocket', FakeSocket)
})

describe('the simulated gauge', () => {
  it('is read line by line, however the pieces fall, and knows its button', () => {
    const gauge = useGauge()
    gauge.connectSimulated('job', 'trial-fit', 5)
    expect(FakeSocket.latest.url).toContain('jobId=job&stage=trial-fit&seed=5')
    const pressed = vi.fn()
    const stop = gauge.onButton(pressed)
    expect(gauge.live).toBe(false)
    FakeSocket.latest.onmessage!({ data: '+0.0' })
    FakeSocket.latest.onmessage!({ data: '98 mm\n' })
    expect([gauge.live, gauge.valueMm]).toEqual([true, 0.098])
    FakeSocket.latest.onmessage!({ data: 'B +0.101 mm\n' })
    expect(pressed).toHaveBeenCalledTimes(1)
    stop()
    FakeSocket.latest.onmessage!({ data: 'B +0.102 mm\n' })
    expect(pressed).toHaveBeenCalledTimes(1)
    gauge.disconnect()
  })

  it('tells rubbish and keeps the last good value out of it', () => {
    const gauge = useGauge()
    gauge.connectSimulated('job', 'trial-fit')
    FakeSocket.latest.onmessage!({ data: '+0.098 mm\n+0.0#?\n' })
    expect([gauge.valueMm, gauge.rubbish]).toEqual([0.098, '+0.0#?'])
    FakeSocket.latest.onmessage!({ data: '+0.099 mm\n' })
    expect(gauge.rubbish).toBeNull()
    gauge.disconnect()
  })

  it('is slid, zeroed and let go; a lost line is told', () => {
    const gauge = useGauge()
    gauge.connectSimulated('job', 'trial-fit')
    const socket = FakeSocket.latest
    gauge.control({ do: 'slide', to: { on: 'liner', cylinder: 3, angleDeg: 90 } })
    gauge.control({ do: 'zero' })
    expect(socket.sent.map((s) => JSON.parse(s).do)).toEqual(['slide', 'zero'])
    expect(gauge.place).toEqual({ on: 'liner', cylinder: 3, angleDeg: 90 })
    socket.onclose!()
    expect(gauge.failed).toBe('lost')
    gauge.disconnect()
    expect([gauge.source, gauge.valueMm]).toEqual(['none', null])
  })

  it('falls silent when no value comes any more', async () => {
    const gauge = useGauge()
    gauge.connectSimulated('job', 'trial-fit')
    FakeSocket.latest.onmessage!({ data: '+0.098 mm\n' })
    expect(gauge.live).toBe(true)
    await eventually(() => gauge.silent, 'an old value still counts as live')
    gauge.disconnect()
  })
})

describe('a serial gauge', () => {
  const offer = (requestPort: () => Promise<unknown>) =>
    Object.defineProperty(navigator, 'serial', { value: { requestPort }, configurable: true })

  it('is read by the same lines', async () => {
    const opened = vi.fn(() => Promise.resolve())
    const bytes = ['+0.1', '21 mm\r\n', '4.5 thou\r\n'].map((text) => new TextEncoder().encode(text))
    const readable = new ReadableStream<Uint8Array>({
      start(controller) {
        for (const piece of bytes) controller.enqueue(piece)
      },
    })
    offer(() => Promise.resolve({ open: opened, close: () => Promise.resolve(), readable }))
    const gauge = useGauge()
    void gauge.connectSerial()
    await eventually(() => gauge.valueMm === 0.1143, 'nothing was read')
    expect(opened).toHaveBeenCalledWith({ baudRate: 9600 })
    expect(gauge.source).toBe('serial')
    gauge.disconnect()
  })

  it('that cannot be opened is told, and leaves no gauge behind', async () => {
    offer(() => Promise.reject(new Error('none chosen')))
    const gauge = useGauge()
    await gauge.connectSerial()
    expect([gauge.failed, gauge.source]).toEqual(['refused', 'none'])
  })
})
