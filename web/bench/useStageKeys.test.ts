import { getActivePinia } from 'pinia'
import { createApp, defineComponent, h, type App } from 'vue'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { useDevice } from '../stores/device'
import { useJob } from '../stores/job'
import { FakeServer, newDevice } from '../testing/device'
import { useStageKeys } from './useStageKeys'

const go = vi.fn()
const mark = vi.fn()
let busy = false
let action = 'next-cylinder'
let app: App

function open(): App {
  const stage = defineComponent({
    setup() {
      useStageKeys(
        () => busy,
        () => ({ action }),
        { n: go, f: mark },
      )
      return () => h('i')
    },
  })
  const opened = createApp(stage).use(getActivePinia()!)
  opened.mount('#host')
  return opened
}

beforeEach(async () => {
  await newDevice()
  const server = new FakeServer()
  await useJob().open(server.snapshot.job.id)
  busy = false
  action = 'next-cylinder'
  go.mockClear()
  mark.mockClear()
  document.body.innerHTML = '<input id="reading"><input id="other"><button id="button"></button><div id="host"></div>'
  app = open()
})
afterEach(() => app.unmount())

/** When a hand strikes; it takes a second from one key to the next where nothing else is said. */
let handMs = Date.now()
function press(
  key: string,
  on: Element = document.body,
  { afterMs = 1000, ...more }: KeyboardEventInit & { afterMs?: number } = {},
): KeyboardEvent {
  const event = new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...more })
  Object.defineProperty(event, 'timeStamp', { value: (handMs += afterMs) })
  on.dispatchEvent(event)
  return event
}
const element = (id: string) => document.getElementById(id) as HTMLInputElement

describe('the keys of a stage', () => {
  it("do the next move and the stage's own", () => {
    expect(press('n').defaultPrevented).toBe(true)
    press('f')
    expect([go.mock.calls.length, mark.mock.calls.length]).toEqual([1, 1])
  })

  it('do it once while a key is held down', () => {
    press('n')
    for (let i = 0; i < 5; i++) expect(press('n', document.body, { repeat: true }).defaultPrevented).toBe(true)
    action = 'done'
    press('Enter', document.body, { repeat: true })
    expect(go).toHaveBeenCalledTimes(1)
  })

  it('do it once where it is struck twice, also where the second stroke falls on the stage that came of the first', () => {
    press('n')
    expect(press('n', document.body, { afterMs: 90 }).defaultPrevented).toBe(true)
    app.unmount()
    app = open()
    press('n', document.body, { afterMs: 50 })
    expect(go).toHaveBeenCalledTimes(1)
    press('n', document.body, { afterMs: 200 })
    expect(go).toHaveBeenCalledTimes(2)
  })

  it.each(['next-cylinder', 'close-stage', 'done'])('go on by Enter where that reports nothing: %s', (harmless) => {
    action = harmless
    press('Enter')
    expect(go).toHaveBeenCalledOnce()
  })

  it.each(['cut', 'shim', 'ring-on', 'press', 'measure', 'decide', 'plug-in'])(
    'never report by a second Enter that something was done: %s',
    (report) => {
      action = report
      press('Enter')
      expect(go).not.toHaveBeenCalled()
      press('n')
      expect(go).toHaveBeenCalledOnce()
    },
  )

  it('take the Enter that ends a figure for no wish to go on', () => {
    for (const key of ['0', '.', '1', 'Enter']) press(key)
    expect(go).not.toHaveBeenCalled()
    press('Enter')
    expect(go).toHaveBeenCalledOnce()
  })

  it('take the unit that a gauge types behind its figure for no keys of theirs', () => {
    action = 'cut'
    for (const key of [...'+0.0039 in', 'Enter', ...'0.098 mm', 'Enter', ...'0.1 f', 'Enter']) press(key)
    expect([go.mock.calls.length, mark.mock.calls.length, useDevice().unit]).toEqual([0, 0, 'mm'])
    for (const key of '0.0039 in') press(key, element('button'))
    expect(go).not.toHaveBeenCalled()
    press('Enter')
    press('n')
    expect(go).toHaveBeenCalledOnce()
  })

  it('go on at once after a digit that chose among keys', () => {
    const takes = (event: Event) => event.preventDefault()
    window.addEventListener('keydown', takes, { capture: true, once: true })
    press('1')
    press('n')
    expect(go).toHaveBeenCalledOnce()
  })

  it('listen again once a figure is left lying, or was ended in its box', () => {
    vi.useFakeTimers({ toFake: ['Date'] })
    press('7')
    vi.advanceTimersByTime(700)
    press('f')
    expect(mark).toHaveBeenCalledOnce()
    press('7')
    press('5', element('reading'))
    press('Enter')
    expect(go).toHaveBeenCalledOnce()
    vi.useRealTimers()
  })

  it('leave Enter to a button that has the focus', () => {
    press('Enter', element('button'))
    expect(go).not.toHaveBeenCalled()
  })

  it('leave letters to a box that is being typed in, but not to an empty reading box', () => {
    press('n', element('other'))
    element('reading').value = '0.1'
    press('n', element('reading'))
    expect(go).not.toHaveBeenCalled()
    element('reading').value = ''
    press('n', element('reading'))
    expect(go).toHaveBeenCalledOnce()
  })

  it('rest while a dialog is open, and with Ctrl held', () => {
    busy = true
    press('n')
    press('Enter')
    busy = false
    press('n', document.body, { ctrlKey: true })
    expect(go).not.toHaveBeenCalled()
  })

  it('are for what is in front: behind a dialog of anybody’s nothing is done', () => {
    const dialog = document.createElement('div')
    dialog.setAttribute('role', 'dialog')
    document.body.append(dialog)
    for (const key of ['n', 'Enter', 'm']) press(key)
    press('4', document.body, { altKey: true, code: 'Digit4' })
    expect(go).not.toHaveBeenCalled()
    expect(useDevice().unit).toBe('mm')
    dialog.remove()
    press('n')
    expect(go).toHaveBeenCalledOnce()
  })

  it('choose a cylinder of this engine by Alt and its number, and change the unit', () => {
    press('4', document.body, { altKey: true, code: 'Digit4' })
    expect(useJob().selected).toBe(4)
    press('9', document.body, { altKey: true, code: 'Digit9' })
    expect(useJob().selected).toBe(4)
    press('m')
    expect(useDevice().unit).toBe('thou')
    press('m')
    expect(useDevice().unit).toBe('mm')
  })

  it('end with their stage', () => {
    app.unmount()
    press('n')
    expect(go).not.toHaveBeenCalled()
    app = open()
    press('n')
    expect(go).toHaveBeenCalledOnce()
  })
})
