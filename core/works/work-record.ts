import { asJudged } from '../job/as-judged'
import type { GateProblem } from '../job/gate'
import { placeTold } from '../job/place-told'
import { under, list, stageTitle, type Block } from '../job/record-blocks'
import type { Sheet, Snapshot } from '../job/snapshot'
import { stageNames } from '../job/stages'
import { joined, NONE, word, type Told } from '../job/told'
import { endedTold } from './open-things'
import { byEachLimits } from './by-each-limits'
import { stageLogic } from './logic'
import type { StageName, StageOf, WorkName } from './stage-table'

/** A work's part of the record: what each of its stages puts there, and the cautions that stand on it. */
export interface WorkRecord<W extends WorkName = WorkName> {
  stages: Record<StageOf<W>, (snapshot: Snapshot) => Block[]>
  /** Cautions by their words: `record.caution.NAME`. */
  cautions?(snapshot: Snapshot): string[]
  /** Its part of the owner's page: how it stands, and what was done in a few lines. */
  owner?: { stands?(snapshot: Snapshot): Block[]; done(snapshot: Snapshot): Told[] }
}

/** What a stage puts on the record; `failed` where that cannot be made: what else there is comes all the same. */
export interface RecordSection {
  stage: StageName
  /** The job as the stage was judged: what is drawn goes by it, too. */
  judged: Snapshot
  blocks: Block[]
  failed: unknown
}

const problemTold = ({ code, cylinders, places = [] }: GateProblem): Told =>
  word(`gate.${code}`, { cylinders: joined([...cylinders, ...places.map(placeTold)]) })
const sourceOf = ({ source, page }: Sheet) => [source, page].filter(Boolean).join(', ') || NONE

/** Under which limits a stage was judged, where others are or were in force, and what each says of it. */
function limitsTold(snapshot: Snapshot, stage: StageName, nowMs: number): Told[] {
  if (stage === 'record') return []
  return byEachLimits(snapshot, stage, stageLogic[stage], nowMs).map(({ sheet, problems }, i) =>
    word(i === 0 ? 'record.judged-by' : 'record.judged-else', {
      version: sheet.version,
      source: sourceOf(sheet),
      verdict: problems.length === 0 ? word('record.judged-good') : joined(problems.map(problemTold), ' '),
    }),
  )
}

/**
 * What the works of a job put on its record, stage by stage in the order of the trade; stages of which nothing is to be
 * told are left out.
 *
 * @param parts of the works of the job
 * @param nowMs what waits is judged by it, ms
 */
export function recordSections(snapshot: Snapshot, parts: readonly WorkRecord[], nowMs: number): RecordSection[] {
  const stages = Object.assign({}, ...parts.map((p) => p.stages)) as Partial<WorkRecord['stages']>
  const ended = endedTold(snapshot)
  const first = ended.length > 0 ? [{ stage: 'record' as const, judged: snapshot, blocks: ended, failed: null }] : []
  const own = stageNames.flatMap((stage): RecordSection[] => {
    const of = stages[stage]
    if (!of) return []
    const judged = asJudged(snapshot, stage)
    try {
      const own = of(judged)
      const blocks = own.length === 0 ? [] : [...own, ...list(limitsTold(snapshot, stage, nowMs))]
      return blocks.length > 0 ? [{ stage, judged, blocks, failed: null }] : []
    } catch (failed) {
      const blocks = under(stageTitle(stage), [
        { is: 'text', told: word('record.part-failed', { stage: word(`stage.${stage}`) }), bold: true, bad: true },
      ])
      return [{ stage, judged, blocks, failed }]
    }
  })
  return [...first, ...own]
}
