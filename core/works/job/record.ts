import { figures, list, table, text, title, under, words, type Block } from '../../job/record-blocks'
import { signatureState } from '../../job/signature'
import type { Closure, Snapshot } from '../../job/snapshot'
import { worksOf } from '../../job/stages'
import { placeTold } from '../../job/place-told'
import { joined, length, NONE, word, type Told } from '../../job/told'
import { clockHour } from '../../measure/angle'
import { stageHours } from '../../time/stage-hours'
import { fastenerEntries, jointOf, readJoint } from '../fasteners/read-joint'
import type { WorkRecord } from '../work-record'
import { enteredTold } from './entered'
import { gaugesTold } from './gauges'

/** What must be said behind a signature: that it is broken, or cannot be checked; nothing where it stands. */
export function sealTold(snapshot: Snapshot, closure: Closure): Told {
  const state = signatureState(snapshot, closure)
  return state === 'stands' ? '' : [' ', word(`record.seal-${state}`)]
}

/** Planned and used hours of each stage. */
function times(snapshot: Snapshot): Block[] {
  const columns = [
    words(word('record.stage'), 120),
    figures(word('schedule.planned'), 60),
    figures(word('schedule.used'), 60),
  ]
  const rows = stageHours(snapshot).map((h) => [
    word(`stage.${h.stage}`),
    h.plannedH.toFixed(1),
    `${h.usedH.toFixed(1)}${h.booked ? '' : ' ~'}`,
  ])
  return [
    title(word('record.times')),
    ...table('hours', columns, rows),
    { is: 'text', told: word('record.times-how'), small: true },
  ]
}

function closures(snapshot: Snapshot): Block[] {
  const told = snapshot.closures.map((c) => {
    const seal = c.closes ? sealTold(snapshot, c) : ''
    return {
      told: [
        word(c.closes ? 'record.closed' : 'record.reopened', {
          stage: word(`stage.${c.stage}`),
          name: { person: c.personId, at: c.at },
          when: { at: c.at, storedAt: c.storedAt },
          note: c.note,
          mark: c.hash.slice(0, 12),
        }),
        seal,
      ],
      bad: seal !== '',
    }
  })
  return [title(word('record.people')), ...(told.length > 0 ? list(told) : [text(word('record.nothing-closed'))])]
}

const MOST_TOLD = 20
/** What counts as done when it arrived, by both clocks. */
function redated({ redated: all = [] }: Snapshot): Block[] {
  if (all.length === 0) return []
  const told = all
    .slice(0, MOST_TOLD)
    .map((r) => word('record.redated', { device: { time: r.deviceAt }, at: { time: r.at } }))
  const more = all.length - told.length
  return list([word('record.redated-why'), ...told, ...(more > 0 ? [word('record.redated-more', { n: more })] : [])])
}

function struck(snapshot: Snapshot): Block[] {
  const setOf = new Map(snapshot.sets.map((s) => [s.id, s]))
  const told = snapshot.readings.flatMap((r): Told[] => {
    const set = setOf.get(r.setId)
    const out = r.struck ?? set?.struck
    if (!out) return []
    const station = word('plan.station', { clock: clockHour(r.angleDeg) })
    return [[set?.cylinder ?? '?', ' · ', station, ' · ', length(r.valueMm), { struck: out }]]
  })
  return under(title(word('record.struck-title')), list(told))
}

/** What was tightened, joint by joint, and to what. */
function joints(snapshot: Snapshot): Block[] {
  const all = fastenerEntries(snapshot, 'tightenings')
  const once = new Map(all.map((r) => [`${r.joint} ${r.cylinder ?? ''} ${r.place ?? ''}`, r]))
  const rows = [...once.values()].flatMap(({ joint: code, cylinder, place }) => {
    const joint = jointOf(snapshot, code)
    if (!joint) return []
    const { rounds, witness } = readJoint(snapshot, joint, cylinder, place ?? null)
    const name = joint.name || word('joint.hold-down')
    const { judged, readings } = rounds.at(-1)!
    const bolts = judged.bolts.map(({ bolt, verdict }): Told => {
      const read = readings.findLast((r) => r.bolt === bolt)
      const took: Told = [bolt, ': ', read ? { nm: read.torqueNm } : NONE]
      return verdict === 'ok' ? took : [took, ' ', word(`joint.verdict.${verdict}`)]
    })
    return [
      [
        cylinder === null
          ? [name, ...(place ? [', ', placeTold(place)] : [])]
          : word('joint.title-at', { joint: name, cylinder }),
        { nm: joint.torqueNm },
        joined(bolts, '; '),
        witness ? word('joint.marked') : '',
      ],
    ]
  })
  const columns = [words(word('joint.which'), 130), figures(word('record.aim'), 60), words('', '*'), words('', 90)]
  return under(title(word('joint.name')), table('joints', columns, rows))
}

/** What stands on every record: gauges, hours, who closed what, what was struck out. */
export const record: WorkRecord<'job'> = {
  stages: {
    record: (snapshot) => [
      ...joints(snapshot),
      ...gaugesTold(snapshot),
      ...times(snapshot),
      ...closures(snapshot),
      ...redated(snapshot),
      ...struck(snapshot),
      ...enteredTold(snapshot),
    ],
  },
  cautions: (s) => (worksOf(s.job.work).includes('liners') ? ['heavy'] : []),
}
