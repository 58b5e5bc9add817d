import { getActivePinia } from 'pinia'
import { createApp, nextTick, type App } from 'vue'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { injectorSleeves } from '#core/testing/injector-sleeves'
import { gaugeUncertaintyMm } from '#core/measure/uncertainty'
import { ids, sixCylinders } from '#core/testing/make-snapshot'

import { sleeveBores } from '#core/works/sleeves/bores/steps'
import { i18n } from '../../app/i18n'
import { useDevice } from '../../stores/device'
import { useJob } from '../../stores/job'
import { newId } from '../../stores/new-id'
import { useShop } from '../../stores/shop'
import { allSent, FakeServer, newDevice } from '../../testing/device'
import { PATIENT } from '../../testing/patient'
import { useTurn } from './useTurn'

let server: FakeServer
let app: App | null = null
let turn: ReturnType<typeof useTurn>
let onward: ReturnType<typeof vi.fn<() => void>>

/** The page comes up anew: what was entered is on the device. */
function open(): void {
  app?.unmount()
  const job = useJob()
  onward = vi.fn<() => void>()
  app = createApp({
    setup: () => {
      const doing = () => sleeveBores.doing!(job.snapshot!, { cylinder: job.selected, nowMs: 0 })
      const act = (entry: Parameters<typeof job.act>[0]) => (job.act(entry), true)
      turn = useTurn('sleeve-bores', sleeveBores, doing, act, onward)
      return () => null
    },
  })
  app.use(getActivePinia()!).use(i18n).mount(document.createElement('div'))
}
beforeEach(async () => {
  await newDevice()
  localStorage.removeItem('evenbore.turns')
  const plain = sixCylinders()
  server = new FakeServer({ ...plain, sheet: { ...plain.sheet, sections: { sleeves: injectorSleeves } } })
  useDevice().personId = ids.person
  await useJob().open(server.snapshot.job.id)
  open()
})
afterEach(async () => {
  app?.unmount()
  app = null
  await allSent()
})

const type = (text: string): boolean => {
  turn.text.value = text
  return turn.enter()
}
const figures = ['25.451', '25.453', '25.449', '25.452']
/** Answers the k-th of what is asked at a bore. */
const answerThe = (k: number): boolean =>
  k < 4 ? type(figures[k]!) : k === 4 ? turn.answer('none') : turn.answer(true)
const acts = async (n: number): Promise<Record<string, unknown>[]> => {
  await vi.waitFor(() => expect(server.received.length).toBe(n), PATIENT)
  return server.received.map((c) => c.act as unknown as Record<string, unknown>)
}
const whole = {
  what: 'sleeve-bore',
  cylinder: 1,
  topMm: [25.451, 25.453],
  bottomMm: [25.449, 25.452],
  damage: 'none',
  clean: true,
}

describe('a turn on a device', () => {
  it('makes its entry with the last answer, at once, and the next place is taken in hand', async () => {
    for (let k = 0; k < 6; k++) expect(answerThe(k)).toBe(true)
    expect((await acts(1))[0]).toMatchObject(whole)
    expect(onward).toHaveBeenCalledOnce()
    expect(localStorage.getItem('evenbore.turns')).toBe('{}')
  })

  it.each([0, 1, 2, 3, 4, 5])('left at question %i and come back to ends in the same entry', async (left) => {
    for (let k = 0; k < left; k++) answerThe(k)
    open()
    expect(turn.draft.value?.order.length ?? 0).toBe(left)
    for (let k = left; k < 6; k++) answerThe(k)
    expect((await acts(1))[0]).toMatchObject(whole)
  })

  it('says what it was taken with: the gauge of its kind that is in hand, or that nobody named one', async () => {
    for (let k = 0; k < 6; k++) answerThe(k)
    expect((await acts(1))[0]).toMatchObject({
      gaugeId: null,
      uncertaintyMm: 0,
      takenWith: [{ by: 'bore', gaugeId: null, uncertainty: null }],
    })
    const [sled] = server.snapshot.gauges
    const boreGauge = { ...sled!, id: newId(), kind: 'bore' as const, repeatabilityMm: 0.002 }
    useShop().shop = { gauges: [sled!, boreGauge] } as never
    useJob().select({ cylinder: 2, place: null })
    await nextTick()
    expect(turn.inHand.gauge.value?.id).toBe(boreGauge.id)
    for (let k = 0; k < 6; k++) answerThe(k)
    const uncertaintyMm = expect.closeTo(gaugeUncertaintyMm(0.002, sled!.resolutionMm), 8) as number
    expect((await acts(2))[1]).toMatchObject({
      cylinder: 2,
      gaugeId: boreGauge.id,
      uncertaintyMm,
      takenWith: [{ by: 'bore', gaugeId: boreGauge.id, uncertainty: uncertaintyMm }],
    })
  })

  it('keeps both readings of a spot that is read once more, and takes their mean', async () => {
    answerThe(0)
    turn.again()
    expect(turn.asking.value!.key).toBe('topMm.0')
    expect(type('25.455')).toBe(true)
    for (let k = 1; k < 6; k++) answerThe(k)
    expect((await acts(1))[0]).toMatchObject({ topMm: [25.453, 25.453], repeats: { 'topMm.0': [25.451, 25.455] } })
  })

  it('takes the last answer back, and asks a touched one again', () => {
    answerThe(0)
    answerThe(1)
    turn.undo()
    expect(turn.asking.value!.key).toBe('topMm.1')
    turn.choose('topMm.0')
    expect(type('25.46')).toBe(true)
    expect(turn.answers.value).toEqual({ 'topMm.0': 25.46 })
    expect(turn.asking.value!.key).toBe('topMm.1')
  })

  it('takes nothing that no engine has, asks once about what lies far off, and nothing of nobody', async () => {
    expect(type('900')).toBe(false)
    expect(turn.problem.value).toMatchObject({ kind: 'bounds' })
    // Within what there is, and a tenth of what it should be.
    expect(type('3.5')).toBe(true)
    turn.undo()
    useDevice().unit = 'thou'
    expect(type('99')).toBe(false)
    useDevice().unit = 'mm'
    turn.text.value = ''
    expect(turn.enter()).toBe(false)
    expect(turn.problem.value).toMatchObject({ kind: 'empty' })
    useDevice().personId = ''
    await nextTick()
    expect(type('25.45')).toBe(false)
    expect(turn.problem.value).toMatchObject({ kind: 'nobody' })
    expect(turn.answers.value).toEqual({})
  })

  it('makes an entry again in its place, with why', async () => {
    for (let k = 0; k < 6; k++) answerThe(k)
    await acts(1)
    await allSent()
    const entry = useJob().snapshot!.works.sleeves!.bores[0]!
    turn.correct('sleeve-bore', entry)
    expect(turn.answers.value).toMatchObject({ 'topMm.0': 25.451, damage: 'none', clean: true })
    turn.choose('clean')
    turn.answer(false)
    expect(turn.asking.value!.words).toBe('turn.whys')
    turn.answer('misread')
    expect((await acts(2))[1]).toMatchObject({
      ...whole,
      clean: false,
      replaces: { id: entry.id, reason: 'misread' },
    })
    const { bores } = useJob().snapshot!.works.sleeves!
    expect(bores.map((b) => [b.clean, b.struck?.reason ?? null])).toEqual([
      [true, 'misread'],
      [false, null],
    ])
  })
})
