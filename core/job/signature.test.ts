import { beforeEach, describe, expect, it } from 'vitest'
import { ids, Played } from '../testing/make-snapshot'
import { bridge, wholeJob } from '../testing/tarrock'
import { carryAway, withPlainSeqs } from './carry-away'
import { judgedNow } from './as-judged'
import { asSigned, keptOf } from './kept'
import { canonicalJson } from './canonical-json'
import { signedText } from './signed-text'
import { hashText, orderedJson, signedIn, signatureHash, signatureState, signatureOf } from './signature'
import type { Closure, Snapshot } from './snapshot'
import { recordMove } from '../works/job/sign'

let played: Played
beforeEach(() => {
  played = new Played(wholeJob()).deck()
})
/** Closes a stage as the server does: with the signature over what is there. */
function closeSealed(stage: Closure['stage']): Closure {
  played.act({ what: 'close-stage', stage, note: '' })
  const last = played.snapshot.closures.at(-1)!
  const made = {
    ...last,
    storedAt: '2026-11-02T08:00:01.000Z',
    kept: stage === 'record' ? keptOf(played.snapshot) : null,
    judged: judgedNow(played.snapshot, stage),
  }
  const sealed = { ...made, hash: signatureHash(played.snapshot, made) }
  played.snapshot = { ...played.snapshot, closures: [...played.snapshot.closures.slice(0, -1), sealed] }
  return sealed
}
const state = (closure: Closure, snapshot: Snapshot = played.snapshot) => signatureState(snapshot, closure)

describe('ordered JSON', () => {
  it('is the same whatever order the keys came in, and nothing else is', () => {
    expect(orderedJson({ b: [1, { y: null, x: 'ä' }], a: 0.1 })).toBe('{"a":0.1,"b":[1,{"x":"ä","y":null}]}')
    expect(orderedJson([1, 2])).not.toBe(orderedJson([2, 1]))
    // RFC 6234, the usual three letters.
    expect(hashText('abc')).toBe('ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad')
  })
})

describe('a signature', () => {
  it('stands while nothing under it changes, whatever is added after it', () => {
    const trial = closeSealed('trial-fit')
    expect(state(trial)).toBe('stands')
    played.set(1, [0.1, 0.1, 0.1, 0.1], { stage: 'final-check', zeroMm: 0 })
    played.act({
      what: 'log-pull',
      pullId: played.id(5001),
      cylinder: 1,
      pullerId: null,
      peakNm: null,
      tightMm: [],
      ranOut: 'nothing',
      words: '',
    })
    expect(state(trial)).toBe('stands')
  })

  it('is broken by a reading struck out under it, and by one changed by hand', () => {
    const trial = closeSealed('trial-fit')
    const first = played.snapshot.readings[0]!
    const changed = {
      ...played.snapshot,
      readings: played.snapshot.readings.map((r) => (r.id === first.id ? { ...r, valueMm: 0.11 } : r)),
    }
    expect(state(trial, changed)).toBe('broken')
    played.act({ what: 'strike-reading', readingId: first.id, reason: 'looked wrong' })
    expect(state(trial)).toBe('broken')
  })

  it('of one stage does not mind what happens in another; the record minds all', () => {
    const trial = closeSealed('trial-fit')
    played.act({
      what: 'mark-finding',
      findingId: played.id(5002),
      cylinder: 2,
      on: 'outside',
      kind: 'pitting',
      atDeg: 0,
      spanDeg: 40,
      fromMm: 1,
      toMm: 2,
      severity: 1,
      pastSteps: null,
      words: '',
    })
    const record = closeSealed('record')
    expect([state(trial), state(record)]).toEqual(['stands', 'stands'])
    played.act({ what: 'strike-entry', entryId: played.id(5002), reason: 'dirt' })
    expect([state(trial), state(record)]).toEqual(['stands', 'broken'])
    expect(recordMove(played.snapshot)).toMatchObject({ action: 'done', reason: 'signed-broken' })
  })

  it('minds the limits a set was judged by', () => {
    const trial = closeSealed('trial-fit')
    const sheets = played.snapshot.sheets.map((s) => ({ ...s, limits: { ...s.limits, maxMm: 0.2 } }))
    expect(state(trial, { ...played.snapshot, sheets })).toBe('broken')
  })

  it('does not mind where a store counts from', () => {
    const record = closeSealed('record')
    const moved = (n: number) => n * 3 + 1000
    const elsewhere = JSON.parse(JSON.stringify(played.snapshot), (key, value: unknown) =>
      key === 'seq' ? moved(value as number) : value,
    ) as Snapshot
    expect(state({ ...record, seq: moved(record.seq) }, elsewhere)).toBe('stands')
    expect(withPlainSeqs(elsewhere)).toEqual(withPlainSeqs(played.snapshot))
  })

  it('minds who closed it, when by both clocks, and with which words', () => {
    const trial = closeSealed('trial-fit')
    const changes: Partial<Closure>[] = [
      { personId: played.id(1) },
      { at: '2026-11-02T07:00:00.000Z' },
      { storedAt: '2026-11-03T08:00:01.000Z' },
      { note: 'forced' },
    ]
    expect(changes.map((c) => state({ ...trial, ...c }))).toEqual(changes.map(() => 'broken'))
  })

  it('names the stage that an entry is sealed in while it is closed, and none after it was opened', () => {
    played.act({
      what: 'mark-finding',
      findingId: played.id(5002),
      cylinder: 2,
      on: 'outside',
      kind: 'pitting',
      atDeg: 0,
      spanDeg: 40,
      fromMm: 1,
      toMm: 2,
      severity: 1,
      pastSteps: null,
      words: '',
    })
    expect(signedIn(played.snapshot, played.id(5002))).toBeNull()
    closeSealed('look')
    played.act({
      what: 'mark-finding',
      findingId: played.id(5003),
      cylinder: 2,
      on: 'outside',
      kind: 'scale',
      atDeg: 0,
      spanDeg: 40,
      fromMm: 1,
      toMm: 2,
      severity: 1,
      pastSteps: null,
      words: '',
    })
    expect([signedIn(played.snapshot, played.id(5002)), signedIn(played.snapshot, played.id(5003))]).toEqual([
      'look',
      null,
    ])
    played.act({ what: 'reopen-stage', stage: 'look', note: 'x' })
    expect(signedIn(played.snapshot, played.id(5002))).toBeNull()
  })

  it('of version 2 and 3 is made the same for ever', () => {
    played.act({
      what: 'mark-finding',
      findingId: played.id(5002),
      cylinder: 2,
      on: 'outside',
      kind: 'pitting',
      atDeg: 0,
      spanDeg: 40,
      fromMm: 1,
      toMm: 2,
      severity: 1,
      pastSteps: null,
      words: '',
    })
    played.act({ what: 'strike-entry', entryId: played.id(5002), reason: 'dirt' })
    const golden = (stage: Closure['stage'], sealVersion: number) =>
      signatureHash(played.snapshot, {
        seq: 10_000,
        personId: ids.person,
        at: '2026-11-02T09:00:00.000Z',
        stage,
        closes: true,
        note: '',
        hash: '',
        sealVersion,
        storedAt: '2026-11-02T09:00:01.000Z',
        kept: stage === 'record' ? keptOf(played.snapshot) : null,
        judged: judgedNow(played.snapshot, stage),
      })
    expect(golden('trial-fit', 2)).toBe('0c95222222ea9ffbb501065e39a35688fb9f820724e1d30471c727f3770a894e')
    expect(golden('look', 2)).toBe('874e3759c07a43e6905b85faacd8dd71a005cff1f7083cdb1aa8fb2cfee0ce5a')
    expect(golden('record', 2)).toBe('080b15afda2579e3cf0525ea17c85b0e109030d70d0aa2df4b359e140553dba5')
    expect(golden('trial-fit', 3)).toBe('76dcf1cb139cf826dffc923dd8e11e32d1b4208fa9dc48b016285eb2262f5073')
    expect(golden('record', 3)).toBe('15ac954a8e7082810b0d9d01ae8267de4cdccf8c35d48308a69c61168c23db64')
    // A field that a later version adds, empty where nobody filled it, changes nothing.
    const later = {
      ...played.snapshot,
      readings: played.snapshot.readings.map((r) => ({ ...r, place: null, remarks: [] })),
    } as Snapshot
    played.snapshot = later
    expect(golden('trial-fit', 3)).toBe('76dcf1cb139cf826dffc923dd8e11e32d1b4208fa9dc48b016285eb2262f5073')
  })

  it('of an earlier version, or not made yet, is not known', () => {
    const trial = closeSealed('trial-fit')
    const old = { ...trial, sealVersion: 1, storedAt: null, judged: null }
    expect([state(old), state({ ...trial, sealVersion: 5 })]).toEqual(['unknown', 'unknown'])
    expect(state({ ...trial, hash: '' })).toBe('unknown')
    expect(signatureOf(played.snapshot)).toBeNull()
    const record = closeSealed('record')
    expect(signatureOf(played.snapshot)).toEqual(record)
  })
})

describe('a signature of version 4', () => {
  /** The job as somebody changed it past the program, in its store. */
  const changed = (change: (s: Snapshot) => void) => {
    const copy = structuredClone(played.snapshot)
    change(copy)
    return copy
  }
  let record: Closure
  beforeEach(() => {
    played.act({
      what: 'tally-plug',
      tallyId: played.id(5200),
      cylinder: 1,
      goesIn: true,
      place: 'bore',
      item: 'foam-plug',
      count: 1,
    })
    played.act({ what: 'cut-pass', cutId: played.id(5201), cylinder: 1, kind: 'finish', leavesMm: [0.1], expectMm: 0 })
    played.act({
      what: 'add-photo',
      photoId: played.id(5202),
      cylinder: 1,
      findingId: null,
      mime: 'image/jpeg',
      widthPx: 4,
      heightPx: 3,
      bytes: 3,
      sha256: 'a'.repeat(64),
      words: 'ledge',
    })
    closeSealed('as-found')
    closeSealed('trial-fit')
    record = closeSealed('record')
  })

  it.each<[string, (s: Snapshot) => void]>([
    ['a closing taken out', (s) => s.closures.splice(0, 1)],
    ['the note of another closing', (s) => (s.closures[1]!.note = 'as it is')],
    ['who made another closing', (s) => (s.closures[0]!.personId = played.id(1))],
    ['when another was stored', (s) => (s.closures[0]!.storedAt = '2026-11-09T08:00:00.000Z')],
    ['what another closing was judged by', (s) => (s.closures[1]!.judged = null)],
    ['the number', (s) => (s.job.number += 1)],
    ['that it is of a simulated engine', (s) => (s.job.simulated = !s.job.simulated)],
    [
      'where it came from',
      (s) =>
        s.takenIn.push({ shop: 'X', number: 99, savedAt: '2026-11-09T08:00:00.000Z', at: '2026-11-09T08:00:00.000Z' }),
    ],
    ['the hash of a photo', (s) => (s.photos[0]!.sha256 = 'b'.repeat(64))],
    ['the order of a cut and a reading', (s) => (s.cuts[0]!.seq = -1)],
    ['the limits', (s) => (s.sheets[0]!.limits.maxMm += 0.01)],
    ['a section of the limits', (s) => (s.sheets[0]!.sections = { faces: { pads: [{ name: 'x' }] } as never })],
  ])('minds %s', (_, change) => {
    expect(state(record)).toBe('stands')
    expect(state(record, changed(change))).toBe('broken')
  })

  it('does not mind that a job is laid aside, nor its number in a shop that took it in since', () => {
    expect(
      state(
        record,
        changed((s) => (s.job.archived = true)),
      ),
    ).toBe('stands')
    const way = { shop: 'X', savedAt: '2026-11-09T08:00:00.000Z', at: '2026-11-09T08:00:00.000Z' }
    const { number } = played.snapshot.job
    const elsewhere = (theirs: number) =>
      changed((s) => {
        s.takenIn.push({ ...way, number: theirs })
        s.job.number = 512
        s.job.simulated = false
      })
    expect([state(record, elsewhere(number)), state(record, elsewhere(number + 1))]).toEqual(['stands', 'broken'])
  })

  it('cannot be called an older one, nor one that cannot be made again', () => {
    for (const sealVersion of [1, 2, 3]) {
      expect(state({ ...record, sealVersion })).toBe('broken')
      // All that a later version brought is taken out: the others of the job still tell.
      expect(state({ ...record, sealVersion, storedAt: null, kept: null, judged: null })).toBe('broken')
    }
  })

  it('of a stage covers the limits it was judged by, the engine, and the photos taken by then', () => {
    const trial = played.snapshot.closures.find((c) => c.stage === 'trial-fit')!
    expect(state(trial)).toBe('stands')
    const changes: ((s: Snapshot) => void)[] = [
      (s) => (s.sheets[0]!.limits.minMm -= 0.01),
      (s) => (s.engine.boreMm += 1),
      (s) => (s.stationsDeg = [0, 120, 240]),
      (s) => (s.photos[0]!.sha256 = 'c'.repeat(64)),
    ]
    expect(changes.map((c) => state(trial, changed(c)))).toEqual(changes.map(() => 'broken'))
  })

  it('is of the very text that is kept with it', () => {
    const text = signedText(played.snapshot, record)
    expect(hashText(text)).toBe(record.hash)
    expect(JSON.parse(text)).toMatchObject({ version: 4, stage: 'record', closings: [{ stage: 'as-found' }, {}] })
    expect(canonicalJson(JSON.parse(text))).toBe(text)
  })
})

describe('a signed job', () => {
  it('shows what surrounds it as it was when it was signed, and again what is there once it is opened', () => {
    const record = closeSealed('record')
    const { job, engine, gauges, people } = played.snapshot
    const changed: Snapshot = {
      ...played.snapshot,
      job: { ...job, title: 'Another', archived: true },
      engine: { ...engine, name: 'Renamed' },
      gauges: gauges.map((g) => ({ ...g, name: `${g.name} 2`, repeatabilityMm: 0.5 })),
      people: people.map((p) => ({ ...p, name: 'Somebody else' })),
    }
    const shown = asSigned(changed)
    expect(shown).toMatchObject({
      job: { title: job.title, archived: true },
      engine: { name: engine.name },
      people: [{ name: 'Ines Varga' }],
    })
    expect(shown.gauges.find((g) => g.id === ids.gauge)).toEqual(gauges.find((g) => g.id === ids.gauge))
    expect(signatureState(shown, record)).toBe('stands')
    expect(signatureState(shown, { ...record, kept: { ...record.kept!, engine: { ...engine, name: 'Forged' } } })).toBe(
      'broken',
    )
    const open = { ...changed, closures: [...changed.closures, { ...record, seq: record.seq + 1, closes: false }] }
    expect(asSigned(open)).toBe(open)
  })
})

describe('what is carried away', () => {
  it('is the job with the people, gauges, pullers and parts it names, and none else', () => {
    const fitted = played.snapshot.shims[1]!
    played.shim(2, fitted.id, 0.2)
    const stranger = { id: played.id(5100), name: 'Never Here', role: 'owner' as const }
    const lent = { ...played.snapshot.shims[3]!, id: played.id(5101), fitted: { jobId: played.id(5102), cylinder: 1 } }
    const away = carryAway({
      ...played.snapshot,
      people: [...played.snapshot.people, stranger],
      shims: [...played.snapshot.shims, lent],
    })
    expect(away.people.map((p) => p.name)).toEqual(['Ines Varga'])
    expect(away.gauges.map((g) => g.name)).toEqual(['fine'])
    expect(away.shims.map((s) => s.id)).toEqual([fitted.id])
    expect(away.pullers).toEqual([])
    expect(away.readings).toEqual(played.snapshot.readings)
    played.act({
      what: 'log-pull',
      pullId: played.id(5103),
      cylinder: 1,
      pullerId: bridge.id,
      peakNm: 1,
      tightMm: [],
      ranOut: 'oil',
      words: '',
    })
    expect(carryAway(played.snapshot).pullers).toEqual([bridge])
  })
})
