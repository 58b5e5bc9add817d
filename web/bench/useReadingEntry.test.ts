import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { computed, nextTick, ref } from 'vue'
import { ids } from '#core/testing/make-snapshot'
import { allSent, FakeServer, newDevice } from '../testing/device'
import { useDevice } from '../stores/device'
import { useJob } from '../stores/job'
import { useDeckContext } from '../works/liners/useDeckContext'
import { useReadingEntry } from './useReadingEntry'

let entry: ReturnType<typeof useReadingEntry>
let closed = false
beforeEach(async () => {
  await newDevice()
  const server = new FakeServer()
  closed = false
  const device = useDevice()
  Object.assign(device, { personId: ids.person, gaugeId: ids.gauge, unit: 'mm', zeroOn: 'deck' })
  await useJob().open(server.snapshot.job.id)
  entry = useReadingEntry(
    useDeckContext(
      computed(() => 'trial-fit' as const),
      computed(() => useJob().decks?.['trial-fit'] ?? null),
      computed(() => closed),
    ),
  )
})

afterEach(async () => {
  await allSent()
  // What this page still reads and keeps must not come into the next test's.
  await useJob().refresh()
  useJob().close()
  await new Promise((resolve) => setTimeout(resolve, 20))
})

function type(text: string): boolean {
  entry.text.value = text
  return entry.enter()
}
const values = () => entry.state.value!.stations.map((s) => s.valueMm)

describe('walking the stations', () => {
  it('begins a set, goes round, and takes a further figure neither for a reading nor for the zero', () => {
    expect(entry.stationDeg.value).toBe(0)
    for (const text of ['0.098', '0,101', '.097', '0.1']) expect(type(text)).toBe(true)
    expect(values()).toEqual([0.098, 0.101, 0.097, 0.1])
    expect(type('0.001')).toBe(false)
    expect([entry.problem.value, entry.text.value]).toEqual(['all-read', '0.001'])
    expect(type('')).toBe(false)
    expect(entry.problem.value).toBe('all-read')
    expect(entry.state.value!.set!.closed).toBeNull()
    expect(useJob().snapshot!.sets).toHaveLength(1)
  })

  it('turns the sign where the gauge was zeroed on the liner and typed by itself', () => {
    useDevice().zeroOn = 'liner'
    type('-0.098 mm')
    expect(values()[0]).toBe(0.098)
    expect(useJob().snapshot!.readings[0]!.source).toBe('gauge')
  })

  it('asks about a figure of another unit, and takes it as it was meant', () => {
    useDevice().unit = 'thou'
    expect(type('.0045')).toBe(false)
    expect(entry.question.value).toMatchObject({ kind: 'unit', said: '.0045', meant: { unit: 'in' } })
    expect(values()[0]).toBeNull()
    expect(entry.answer('keep')).toBe(true)
    expect(values()[0]).toBe(0.1143)
    type('0.1')
    expect(entry.question.value).toMatchObject({ kind: 'unit', meant: { unit: 'mm' } })
    expect(entry.answer('yes')).toBe(true)
    expect(values()[1]).toBe(0.00254)
    type('4.4')
    expect(entry.question.value).toBeNull()
  })

  it('reads thou as thou', () => {
    useDevice().unit = 'thou'
    type('4.5')
    expect(values()[0]).toBe(0.1143)
  })

  it('begins a new set after a cut, and keeps the old one', () => {
    type('0.17')
    useJob().act({
      what: 'cut-pass',
      cutId: crypto.randomUUID(),
      cylinder: 1,
      kind: 'finish',
      leavesMm: [0.05],
      expectMm: 0.12,
    })
    expect(entry.needsNewSet.value).toBe(true)
    type('0.121')
    expect(useJob().snapshot!.sets).toHaveLength(2)
    expect(values()).toEqual([0.121, null, null, null])
    expect(useJob().snapshot!.readings).toHaveLength(2)
  })
})

describe('what is asked or refused', () => {
  it('keeps what was typed when it refuses', () => {
    for (const [text, problem] of [
      ['about 5', 'no-number'],
      ['99999', 'too-large'],
      ['', 'empty'],
    ] as const) {
      expect(type(text)).toBe(false)
      expect([entry.problem.value, entry.text.value]).toEqual([problem, text])
    }
    expect(useJob().snapshot!.readings).toEqual([])
  })

  it('wants a name, a gauge and an open stage first; its message goes with its cause', async () => {
    useDevice().personId = ''
    type('0.1')
    expect(entry.problem.value).toBe('nobody')
    await nextTick()
    useDevice().personId = ids.person
    await nextTick()
    expect(entry.problem.value).toBeNull()
    useDevice().gaugeId = ''
    type('0.1')
    expect(entry.problem.value).toBe('no-gauge')
  })

  it('puts a second reading in the place of the first, or keeps both', () => {
    type('0.098')
    entry.stepStation(-1)
    type('0.102')
    expect(entry.question.value).toMatchObject({ kind: 'twice', oldMm: 0.098 })
    entry.answer('keep')
    expect(values()[0]).toBeCloseTo(0.1)
    entry.stepStation(-1)
    type('0.104')
    entry.answer('yes')
    const { readings } = useJob().snapshot!
    expect(readings.filter((r) => r.struck).map((r) => [r.valueMm, r.struck!.reason])).toEqual([[0.102, 'taken-again']])
  })

  it('takes a doubtful figure only when told that it is right', () => {
    type('0.098')
    type('0.98')
    expect(entry.question.value).toMatchObject({ kind: 'doubt', doubt: 'decimal-slip' })
    expect(values()[1]).toBeNull()
    entry.answer('yes')
    expect(values()[1]).toBe(0.98)
  })

  it('lays a column on what is open, and no more than there are stations', () => {
    type('0.098')
    type('0.101 0.102 0.103 0.104 0.105')
    entry.answer('yes')
    expect(values()).toEqual([0.098, 0.101, 0.102, 0.103])
  })

  it('undoes the latest and stands on its station again', () => {
    type('0.098')
    type('0.101')
    expect(entry.undo()).toBe(true)
    expect(values().slice(0, 2)).toEqual([0.098, null])
    expect(entry.stationDeg.value).toBe(90)
    entry.undo()
    expect(entry.undo()).toBe(false)
  })

  it('does nothing without a gauge value', () => {
    expect(entry.takeLive()).toBe(false)
    expect(entry.problem.value).toBe('no-gauge-value')
  })
})

describe('a station that is wanted again', () => {
  it('takes what is typed without a question, and no other figure', () => {
    const repeatDeg = ref<number | null>(null)
    const deck = useDeckContext(
      computed(() => 'trial-fit' as const),
      computed(() => useJob().decks?.['trial-fit'] ?? null),
      computed(() => closed),
    )
    entry = useReadingEntry(computed(() => ({ ...deck.value, repeatDeg: repeatDeg.value })))
    for (const text of ['0.098', '0.101', '0.138', '0.1']) type(text)
    expect(entry.stationDeg.value).toBeNull()
    repeatDeg.value = 180
    expect(entry.stationDeg.value).toBe(180)
    expect(type('0.136')).toBe(true)
    expect(entry.question.value).toBeNull()
    expect(values()[2]).toBeCloseTo(0.137, 9)
    expect(useJob().snapshot!.readings).toHaveLength(5)
    repeatDeg.value = null
    expect(type('0.136')).toBe(false)
    expect(entry.problem.value).toBe('all-read')
  })
})

describe('the zero of a round', () => {
  const cylinders = () => useJob().decks!['trial-fit'].cylinders
  /** Reads liners to their end, one after the other. */
  function read(first: number, last: number, mm = '0.1'): void {
    for (let n = first; n <= last; n++) {
      useJob().selected = n
      for (let i = 0; i < 4; i++) type(mm)
    }
  }
  const zeros = () => cylinders().map((c) => c.set?.closed?.zeroMm ?? null)

  it('is asked for when the last liner is read, and an Enter says that it shows 0', () => {
    read(1, 5)
    expect([entry.zeroDue.value, type('')]).toEqual([false, false])
    expect(zeros()).toEqual([null, null, null, null, null, null])
    read(6, 6)
    expect(entry.zeroDue.value).toBe(true)
    expect(type('0.004')).toBe(false)
    expect(entry.problem.value).toBe('all-read')
    expect(type('')).toBe(true)
    expect(zeros()).toEqual([0, 0, 0, 0, 0, 0])
    expect(entry.zeroSeen.value).toMatchObject({ zeroMm: 0, moved: false })
    expect(entry.zeroDue.value).toBe(false)
  })

  it('is given by its own key at any time, and leaves what is being read open', () => {
    read(1, 2)
    useJob().selected = 3
    type('0.1')
    entry.askZero()
    expect(type('0.001')).toBe(true)
    expect(zeros()).toEqual([0.001, 0.001, null, null, null, null])
    expect(type('0.101')).toBe(true)
    expect(values()).toEqual([0.1, 0.101, null, null])
    expect(entry.zeroAsked.value).toBe(false)
  })

  it('marks everything since the last good one where it moved, and each is read anew without a key between', () => {
    read(1, 2)
    entry.askZero()
    type('0.001')
    read(3, 4)
    useJob().selected = 5
    type('0.1')
    entry.askZero()
    type('-0.012')
    expect(cylinders().map((c) => c.set?.closed?.zeroMoved ?? null)).toEqual([false, false, true, true, true, null])
    expect(entry.stationDeg.value).toBe(0)
    type('0.102')
    expect(values()).toEqual([0.102, null, null, null])
    expect(cylinders()[4]!.earlierSets).toHaveLength(1)
  })

  it('asks about one that lies far off, and takes it when told', () => {
    read(1, 1)
    entry.askZero()
    expect(type('0.099')).toBe(false)
    expect(entry.question.value).toMatchObject({ kind: 'zero', valueMm: 0.099 })
    entry.answer('no')
    expect(zeros()[0]).toBeNull()
    type('0.099')
    entry.answer('yes')
    expect(cylinders()[0]!.set!.closed).toMatchObject({ zeroMoved: true })
  })

  it('is taken back before the reading that came before it', () => {
    read(1, 6)
    type('')
    expect(entry.undo()).toBe(true)
    expect(zeros()).toEqual([null, null, null, null, null, null])
    expect(entry.undo()).toBe(true)
    expect(values()).toEqual([0.1, 0.1, 0.1, null])
    type('0.103')
    expect(entry.zeroDue.value).toBe(true)
    entry.askZero()
    expect(type('0.001')).toBe(true)
    expect(zeros()).toEqual([0.001, 0.001, 0.001, 0.001, 0.001, 0.001])
  })

  it('is taken back also when the page was left since', () => {
    read(1, 6)
    type('')
    entry.zeroSeen.value = null
    expect(entry.undo()).toBe(true)
    expect(zeros()[5]).toBeNull()
  })

  it('is wanted after every liner where each has a zero of its own', () => {
    useDevice().zeroOn = 'liner'
    read(1, 1)
    expect(entry.zeroDue.value).toBe(true)
    expect(type('')).toBe(true)
    expect(zeros()[0]).toBe(0)
  })

  it('is not asked for where nothing was read since', () => {
    entry.askZero()
    expect(entry.problem.value).toBe('no-zero')
    expect(entry.zeroAsked.value).toBe(false)
  })

  it('undo goes back to the liner before, where nothing is read here yet', () => {
    read(1, 1)
    useJob().selected = 2
    expect(entry.undo()).toBe(true)
    expect(useJob().selected).toBe(1)
    expect(cylinders()[0]!.stations.map((s) => s.valueMm)).toEqual([0.1, 0.1, 0.1, null])
  })
})
