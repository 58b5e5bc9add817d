import { placeTold } from '../job/place-told'
import { list, title, type Block } from '../job/record-blocks'
import { endedOf, readRoute, routeFacts } from '../job/route'
import type { OpenThing, Person, Snapshot } from '../job/snapshot'
import { joined, word, type Told } from '../job/told'
import { gateBy } from './gate-by'
import type { StageLogic } from './stage-logic'
import type { StageName } from './stage-table'

/** A stage in whose way nothing stands, and that nobody closed. */
export const NOT_CLOSED = 'not-closed'
/** That another stage is open is told there. */
const toldElsewhere = ['earlier-open', 'later-closed']

/** Stages of a job that nobody closed, and that it did not pass by; the record is the last of them. */
export const openStages = (snapshot: Snapshot): StageName[] =>
  readRoute(routeFacts(snapshot)).flatMap(({ stage, state }) => (state === 'done' || state === 'passed' ? [] : [stage]))

/**
 * Everything that is open in a job where it stands, place by place: what a lead names who ends it so.
 *
 * @param logicOf what a stage knows of itself
 * @param nowMs what waits is judged by it, ms
 */
export function openThings(snapshot: Snapshot, logicOf: (stage: StageName) => StageLogic, nowMs: number): OpenThing[] {
  return openStages(snapshot).flatMap((stage): OpenThing[] => {
    const problems = gateBy(logicOf(stage), snapshot, stage, nowMs).filter((p) => !toldElsewhere.includes(p.code))
    if (problems.length === 0) return stage === 'record' ? [] : [{ stage, code: NOT_CLOSED, place: null }]
    return problems.flatMap(({ code, cylinders, places = [] }) => {
      const at = [...cylinders.map(String), ...places]
      return (at.length > 0 ? at : [null]).map((place) => ({ stage, code, place }))
    })
  })
}

type Named = Pick<OpenThing, 'code' | 'place'> & Partial<Pick<OpenThing, 'stage'>>

/** Why a job cannot be ended as it stands; null where it can. */
export function cannotEnd(
  person: Pick<Person, 'role'> | null,
  open: readonly Named[],
  now: readonly OpenThing[],
): 'lead-only' | 'nothing-open' | 'open-changed' | null {
  if (person?.role !== 'lead' && person?.role !== 'owner') return 'lead-only'
  if (now.length === 0) return 'nothing-open'
  // Who names no stage has to name each thing all the same.
  const staged = open.every((o) => o.stage)
  const nameOf = ({ stage, code, place }: Named) => [staged ? stage : '', code, place].join(' ')
  const named = new Set(open.map(nameOf))
  const there = new Set(now.map(nameOf))
  return named.size === there.size && [...there].every((n) => named.has(n)) ? null : 'open-changed'
}

/** What is open, in a line a stage and kind: with the places where it is. */
export function openTold(open: readonly OpenThing[]): Told[] {
  const kinds = [...new Map(open.map((o) => [`${o.stage} ${o.code}`, o])).values()]
  return kinds.map(({ stage, code }) => {
    const places = open.filter((o) => o.stage === stage && o.code === code).flatMap((o) => o.place ?? [])
    const what = word(`gate.${code}`, { cylinders: joined(places.map(placeTold)) })
    return stage ? [word(`stage.${stage}`), ': ', what] : what
  })
}

/** Of a job that was ended as it stands: who said so and why, and everything that was open; nothing of any other. */
export function endedTold(snapshot: Snapshot): Block[] {
  const end = endedOf(snapshot)
  if (!end) return []
  const { personId, at, storedAt, note, ended } = end
  const by = word('record.ended', { name: { person: personId, at }, when: { at, storedAt }, why: note })
  return [
    title(word('record.ended-title')),
    { is: 'text', told: by, bold: true, bad: true },
    ...list(openTold(ended ?? [])),
  ]
}
