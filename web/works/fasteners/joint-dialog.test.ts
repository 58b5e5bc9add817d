import { getActivePinia } from 'pinia'
import { createApp, h, nextTick, type App } from 'vue'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { ids, sixCylinders } from '#core/testing/make-snapshot'
import { i18n, needWords } from '../../app/i18n'
import { useDevice } from '../../stores/device'
import { useJob } from '../../stores/job'
import { allSent, FakeServer, newDevice } from '../../testing/device'
import { letDialogsOpen } from '../../testing/dialogs'
import { PATIENT } from '../../testing/patient'
import JointDialog from './JointDialog.vue'

let app: App
let server: FakeServer
beforeEach(async () => {
  await newDevice()
  await needWords(['told', 'fasteners', 'turn'])
  letDialogsOpen()
  const job = sixCylinders()
  server = new FakeServer(job)
  useDevice().personId = ids.person
  await useJob().open(job.job.id)
  document.body.innerHTML = '<div id="host"></div>'
  app = createApp({
    data: () => ({ open: false }),
    mounted() {
      ;(this as unknown as { open: boolean }).open = true
    },
    render() {
      const { open } = this as unknown as { open: boolean }
      return h(JointDialog, { open, code: 'hold-down', cylinder: 3, onClose: () => undefined })
    },
  })
  app.use(getActivePinia()!).use(i18n).mount('#host')
  await vi.waitFor(() => expect(part('turn-pad')).not.toBeNull(), PATIENT)
})
afterEach(async () => {
  await allSent()
  app.unmount()
  document.body.innerHTML = ''
  localStorage.removeItem('evenbore.wrench-units')
})

const part = (name: string) => document.querySelector<HTMLElement>(`[data-part=${name}]`)
const question = () => part('turn-question')!.textContent!.trim()
const click = async (css: string): Promise<void> => {
  document.querySelector(css)!.dispatchEvent(new MouseEvent('click', { bubbles: true }))
  await nextTick()
}
const acts = async (n: number) => {
  await vi.waitFor(() => expect(server.received.length).toBe(n), PATIENT)
  return server.received.map((c) => c.act as unknown as Record<string, unknown>)
}
const type = async (text: string): Promise<void> => {
  const box = document.querySelector<HTMLInputElement>('#reading')!
  box.value = text
  box.dispatchEvent(new Event('input'))
  box.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }))
  await nextTick()
}

describe('the bolts of a joint', () => {
  it('are asked one by one at the pad, and taken where they click', async () => {
    expect(question()).toBe('Bolt 1 to 27.5 N·m, round 1 of 2')
    expect(part('take-offered')!.textContent).toContain('It clicked at 27.5 N·m')
    await click('[data-part=take-offered]')
    expect(question()).toBe('Bolt 2 to 27.5 N·m, round 1 of 2')
    expect(await acts(1)).toMatchObject([{ what: 'tighten-bolt', cylinder: 3, source: 'hand', torqueNm: 27.5 }])
  })

  it('are read in the unit their wrench is on, and asked in it', async () => {
    await click('[data-wrench-unit="lbf-ft"]')
    expect(question()).toBe('Bolt 1 to 20.3 lb·ft, round 1 of 2')
    await type('20')
    const [act] = await acts(1)
    expect(act).toMatchObject({ source: 'typed', unit: 'lbf-ft', shown: 20 })
    expect(act!.torqueNm).toBeCloseTo(27.116, 3)
  })

  it('are tightened otherwise than in their order by touching them', async () => {
    const third = [...document.querySelectorAll<SVGElement>('[data-part=bolt-plan] [data-bolt]')].find((b) =>
      b.textContent.includes('3'),
    )!
    const { bolt } = third.dataset
    await click(`[data-part=bolt-plan] [data-bolt="${bolt}"]`)
    expect(question()).toMatch(/^Bolt 3 to/)
    await click('[data-part=take-offered]')
    expect(await acts(1)).toMatchObject([{ bolt }])
    expect(question()).toMatch(/^Bolt 1 to/)
  })

  it('say when the wrench that sends is on another unit than its reader thinks', async () => {
    await click('[data-part=connect-wrench]')
    await click('[data-own-unit="lbf-ft"]')
    await click('[data-part=pull-wrench]')
    expect(await acts(1)).toMatchObject([{ source: 'wrench', unit: 'lbf-ft' }])
    expect(part('wrong-unit')!.textContent).toContain('lb·ft')
    expect(part('bolt-verdicts')!.textContent).toContain('over')
    await click('[data-part=undo-bolt]')
    await vi.waitFor(() => expect(part('wrong-unit')).toBeNull(), PATIENT)
  })

  it('want their witness marks once the last took its torque', async () => {
    for (let i = 0; i < 8; i++) {
      expect(part('joint-note')!.dataset.done).toBe('false')
      await click('[data-part=take-offered]')
    }
    expect(part('joint-note')!.dataset.done).toBe('true')
    expect(part('turn-pad')).toBeNull()
    await click('[data-part=mark-joint]')
    expect(part('marked')).not.toBeNull()
    expect((await acts(9)).at(-1)).toMatchObject({ what: 'mark-joint', joint: 'hold-down', cylinder: 3 })
  })
})
