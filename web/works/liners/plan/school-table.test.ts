import { afterEach, describe, expect, it, vi } from 'vitest'
import { getActivePinia } from 'pinia'
import { createApp, h, nextTick, ref, type App } from 'vue'
import type { SchoolName } from '#core/job/snapshot'
import type { EvaluatedPlan } from '#core/plan/evaluate-plan'
import type { Sorting } from '#core/plan/plan-schools'
import { i18n } from '../../../app/i18n'
import { newPage } from '../../../testing/device'
import SchoolTable from './SchoolTable.vue'
import type { ShownPlan } from './useRepairPlan'

let app: App
afterEach(() => app.unmount())

const evaluated = (change: Partial<EvaluatedPlan> = {}): EvaluatedPlan => ({
  bores: [],
  heads: [],
  possible: true,
  boresCut: 1,
  passes: 2,
  metalMm: 0.12,
  shimsUsed: 1,
  toBuy: [],
  worstStepMm: 0.02,
  spreadMm: 0.03,
  chanceInside: 0.8,
  hours: 2.7,
  money: 184,
  ...change,
})
const plan = (school: SchoolName, change: Partial<EvaluatedPlan> = {}, sorting?: Sorting): ShownPlan => ({
  school,
  changed: false,
  targetMm: 0.1,
  plan: evaluated(change),
  ...(sorting ? { sorting } : {}),
})

function table(plans: ShownPlan[], chances = true) {
  newPage()
  const host = document.createElement('div')
  const current = ref<string | null>(plans[0]!.school)
  const chosen = vi.fn((key: string) => (current.value = key))
  app = createApp({
    render: () =>
      h(SchoolTable, {
        plans,
        current: current.value,
        compared: null,
        inForce: null,
        chances,
        keyOf: (p: ShownPlan) => p.school,
        nameOf: (p: ShownPlan) => p.school,
        onChoose: chosen,
      }),
  })
  app.use(i18n).use(getActivePinia()!).mount(host)
  const rows = () => [...host.querySelectorAll<HTMLElement>('tbody tr')]
  return {
    chosen,
    rows,
    schools: () => rows().map((row) => row.dataset.school),
    head: (name: string) =>
      [...host.querySelectorAll('thead button')].find((b) => b.textContent!.includes(name)) as HTMLElement,
    cell: (row: number, column: string) => rows()[row]!.querySelector(`[data-column=${column}]`)?.textContent ?? null,
  }
}

describe('the schools side by side', () => {
  it('are sorted by a column up, down, and as they came', async () => {
    const { schools, head } = table([
      plan('leave', { hours: 3 }),
      plan('skim', { hours: 1 }),
      plan('aim', { hours: 2 }),
    ])
    const press = async () => {
      head('hours').click()
      await nextTick()
      return schools()
    }
    expect(await press()).toEqual(['skim', 'aim', 'leave'])
    expect(await press()).toEqual(['leave', 'aim', 'skim'])
    expect(await press()).toEqual(['leave', 'skim', 'aim'])
  })

  it('never say that a chance is certain, and none where the ledges are not measured', () => {
    const plans = [plan('leave', { chanceInside: 1 }), plan('skim', { chanceInside: 0 })]
    const shown = table(plans)
    expect([shown.cell(0, 'chanceInside'), shown.cell(1, 'chanceInside')]).toEqual(['> 99%', '< 1%'])
    app.unmount()
    expect(table(plans, false).cell(0, 'chanceInside')).toBeNull()
  })

  it('count what must be bought over all sizes', () => {
    const toBuy = [2, 1].map((count, i) => ({ nominalMm: 0.1 * (i + 1), count })) as EvaluatedPlan['toBuy']
    expect(table([plan('leave', { toBuy })]).cell(0, 'buy')).toBe('3')
  })

  it('say what a plan is where it is chosen, and of one that does not bring all inside always that', async () => {
    const bores = [{ cylinder: 4, verdict: 'out', problems: [] } as unknown as EvaluatedPlan['bores'][number]]
    const { rows, chosen } = table([plan('leave'), plan('skim', { possible: false, bores })])
    expect(rows()[0]!.textContent).toContain('Only what is outside or worn is corrected')
    expect(rows()[1]!.textContent).toContain('4: ends outside')
    expect(rows()[0]!.querySelector('[data-part=lack]')).toBeNull()
    rows()[1]!.click()
    await nextTick()
    expect(chosen).toHaveBeenCalledExactlyOnceWith('skim')
    expect(rows()[0]!.textContent).not.toContain('Only what is outside')
  })

  it.each([
    ['proven', null],
    ['best-so-far', 'The best found in a short look, not proven. Match liners looks on.'],
    ['too-few-liners', 'Too few liners are measured to sort: taken as they come.'],
  ] as [Sorting, string | null][])('say of a sorting that is %s what it rests on', (sorting, words) => {
    const { rows } = table([plan('leave'), plan('match', {}, sorting)])
    const note = (row: number) => rows()[row]!.querySelector('[data-part=sorting]')?.textContent?.trim() ?? null
    expect([note(0), note(1)]).toEqual([null, words])
  })
})
