import { getActivePinia } from 'pinia'
import { createApp, h, nextTick, ref, shallowRef, type App } from 'vue'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import type { LinerMatch } from '#core/liner/match-liners'
import type { EvaluatedPlan } from '#core/plan/evaluate-plan'
import { sixCylinders } from '#core/testing/make-snapshot'
import { i18n } from '../../../app/i18n'
import { useDevice } from '../../../stores/device'
import { newDevice } from '../../../testing/device'
import { PATIENT } from '../../../testing/patient'
import MatchDialog from './MatchDialog.vue'
import { letDialogsOpen } from '../../../testing/dialogs'

let app: App
beforeEach(async () => {
  await newDevice()
  letDialogsOpen()
})
afterEach(() => {
  app.unmount()
  document.body.innerHTML = ''
})

const whole: LinerMatch = {
  assignment: [
    { cylinder: 1, linerId: 'A', rotationDeg: 90, shimMm: 0, centreMm: 0.1, tiltMm: 0.004, highAtDeg: 90 },
    { cylinder: 2, linerId: 'B', rotationDeg: 0, shimMm: 0.051, centreMm: 0.162, tiltMm: 0, highAtDeg: null },
  ],
  objective: { outOfSpec: 1, worstStepMm: 0.062, deviationMm: 0.0635 },
  proven: true,
}
const plan = {
  bores: [
    { cylinder: 1, verdict: 'in' },
    { cylinder: 2, verdict: 'out' },
  ],
} as unknown as EvaluatedPlan

/** The dialog as it stands over a search: what it found, and whether it still looks. */
async function open(match: LinerMatch, { matching = false, matched = plan as EvaluatedPlan | null } = {}) {
  const [findMatch, stop, use] = [vi.fn(), vi.fn(), vi.fn()]
  const repair = {
    match: shallowRef(match),
    matched: shallowRef(matched),
    matching: ref(matching),
    matchProblem: ref(null),
  }
  const opened = ref(false)
  document.body.innerHTML = '<div id="host"></div>'
  app = createApp({
    render: () =>
      h(MatchDialog, {
        open: opened.value,
        repair: { ...repair, findMatch, stop } as never,
        snapshot: sixCylinders(),
        onUse: use,
      }),
  })
  app.use(i18n).use(getActivePinia()!).mount('#host')
  opened.value = true
  await vi.waitFor(() => expect(document.querySelector('[data-part=match]')).not.toBeNull(), PATIENT)
  await nextTick()
  const find = (part: string) => document.querySelector<HTMLButtonElement>(`[data-part=${part}]`)
  return { findMatch, stop, use, find, says: () => find('match')!.querySelector('[role=status]')!.textContent!.trim() }
}

it('begins to look as it opens, and says what it is looking for', async () => {
  const bound = { level: 'worstStepMm', value: 0 } as const
  const { findMatch, says, find, stop } = await open(
    { ...whole, proven: false, bound },
    { matching: true, matched: null },
  )
  expect(findMatch).toHaveBeenCalledOnce()
  expect(says()).toBe('Better found; still looking for a smaller worst step …')
  expect(find('match-use')!.disabled).toBe(true)
  find('match-stop')!.click()
  expect(stop).toHaveBeenCalledOnce()
})

it('shows a proven match with what must still be cut, and gives it away as a plan', async () => {
  const { says, find, use } = await open(whole)
  expect(says()).toBe('Proven: nothing better exists.')
  expect([find('match-out')!.textContent, find('match-step')!.textContent]).toEqual(['1', '0.062'])
  const rows = [...find('match')!.querySelectorAll('tbody tr')].map((row) => row.textContent!)
  expect(rows.map((row) => row.includes('must still be cut'))).toEqual([false, true])
  expect(find('match-stop')).toBeNull()
  find('match-use')!.click()
  expect(use).toHaveBeenCalledOnce()
})

it.each([
  [undefined, 'Stopped: the best so far. Whether something better exists is not proven.'],
  [{ level: 'outOfSpec', value: 0 }, 'Stopped: the best so far. Whether something better exists is not proven.'],
  [
    { level: 'outOfSpec', value: 1 },
    'Stopped: the best so far. Fewer than 1 outside is ruled out, more is not proven.',
  ],
  [
    { level: 'worstStepMm', value: 0.0254 },
    'Stopped: the best so far. A worst step below 1.00 is ruled out, more is not proven.',
  ],
  [
    { level: 'deviationMm', value: 0.0508 },
    'Stopped: the best so far. No smaller worst step exists, and less than 2.00 off the aim in all is ruled out; more is not proven.',
  ],
] as [LinerMatch['bound'], string][])(
  'says of a search that was stopped at %o what is known, lengths in the unit read in',
  async (bound, said) => {
    useDevice().unit = 'thou'
    const { says, find } = await open({ ...whole, proven: false, ...(bound ? { bound } : {}) })
    expect(says()).toBe(said)
    expect(find('match-use')!.disabled).toBe(false)
  },
)
