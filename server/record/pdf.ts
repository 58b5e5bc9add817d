import type { Content } from 'pdfmake/interfaces'
import type { Snapshot } from '#core/job/snapshot'
import { isClosed, readRoute, routeFacts } from '#core/job/route'
import { signatureOf } from '#core/job/signature'
import { optionalStages, stageNames, worksOf, type StageName } from '#core/job/stages'
import type { RecordWork, StageSection } from '../works/record-work'
import type { GateProblem } from '#core/job/gate'
import { byEachLimits } from '#core/works/by-each-limits'
import { stageLogic } from '#core/works/logic'
import { placeWords } from '#contract/words/say-move'
import { intakeBlock, simulatedAfter, takenInBlock } from './intake-pdf'
import {
  lines,
  madeOf,
  paperOf,
  print,
  sealWords,
  title,
  Writer,
  type Printable,
  type RecordOptions,
} from './pdf-writer'
import { word } from './words'
import { worksOfRecord } from './works-of-record'

/** What the works of the job put on the record: its stages in the order of the trade, what all jobs have at the end. */
function worksContent(parts: readonly RecordWork[], w: Writer, photos: Printable): Content[] {
  const sections = Object.assign({}, ...parts.map((p) => p.stages)) as Partial<Record<StageName, StageSection>>
  return stageNames.flatMap((stage) => {
    const section = sections[stage]
    if (!section) return []
    const own = w.judgedIn(stage)
    const name = word(`stage.${stage}`)
    const made = madeOf(name, () => section(own, photos))
    return made.length > 0 ? [...made, ...madeOf(name, () => limitsBlock(w, stage))] : []
  })
}

/** What the record is of: of liners where it has them, else of the work that was done. */
const titleOf = ({ job }: Snapshot): string =>
  word(worksOf(job.work).includes('liners') ? 'record.title' : 'record.title-works')

/** The cylinders and places that a problem names. */
const placesOfProblem = ({ cylinders, places = [] }: GateProblem) =>
  [
    ...cylinders.map(String),
    ...places.map((place) => {
      const { key, n } = placeWords(place)
      return word(key, { placeN: n })
    }),
  ].join(', ')

/** Under which limits a stage was judged, where others are or were in force, and what each says of it. */
function limitsBlock(w: Writer, stage: StageName): Content[] {
  if (stage === 'record') return []
  const by = byEachLimits(w.snapshot, stage, stageLogic[stage], Date.now())
  if (by.length === 0) return []
  const told = by.map(({ sheet, problems }, i) =>
    word(i === 0 ? 'record.judged-by' : 'record.judged-else', {
      version: sheet.version,
      source: [sheet.source, sheet.page].filter(Boolean).join(', ') || '—',
      verdict:
        problems.length === 0
          ? word('record.judged-good')
          : problems.map((p) => word(`gate.${p.code}`, { cylinders: placesOfProblem(p) })).join(' '),
    }),
  )
  return [lines(told, '')]
}

/**
 * The record of a job as a PDF file. It says of itself whether the job is signed, and whether
 * what was signed still stands.
 *
 * @param photos the bytes of the job's photos by their ids
 */
export async function recordPdf(
  snapshot: Snapshot,
  options: RecordOptions,
  photos: Printable = new Map(),
): Promise<Buffer> {
  const w = new Writer(snapshot, options)
  return print(paperOf(w, titleOf(snapshot), await recordContent(w, photos)))
}

/** What stands on the record, section by section. */
export async function recordContent(w: Writer, photos: Printable): Promise<Content[]> {
  const { snapshot, options } = w
  const parts = await worksOfRecord(snapshot)
  const signed = isClosed(snapshot, 'record')
  const signature = signatureOf(snapshot) ?? undefined
  // What a job may pass by is open only once it is under way.
  const open = readRoute(routeFacts(snapshot))
    .filter(
      (r) => r.state !== 'done' && (r.state === 'begun' || r.state === 'next' || !optionalStages.includes(r.stage)),
    )
    .map((r) => r.stage)
  const { job, engine } = snapshot
  const seal = signature && sealWords(snapshot, signature)
  const signedLine = signed
    ? {
        text:
          word('record.signed', {
            name: w.person(signature?.personId ?? null, signature?.at),
            when: signature ? w.closedAt(signature) : '',
            mark: signature?.hash.slice(0, 12) ?? '',
          }) + (seal ? ` ${seal}` : ''),
        bold: true,
        ...(seal ? { color: '#A23B2A' } : {}),
      }
    : {
        text: word('record.unsigned', { stages: open.map((s) => word(`stage.${s}`)).join(', ') }),
        bold: true,
        color: '#A23B2A',
      }
  return [
    { text: titleOf(snapshot), fontSize: 9, color: '#565B5F' },
    { text: job.title, fontSize: 18, bold: true },
    {
      text: `${engine.name}${simulatedAfter(w)} · ${word('record.number', { number: job.number })} · ${word('record.figures-in', { unit: word(`unit.${options.unit}`) })}`,
      fontSize: 10,
    },
    ...takenInBlock(w),
    ...intakeBlock(w),
    signedLine,
    ...worksContent(parts, w, photos),
    title(word('record.cautions')),
    {
      ul: [...new Set(parts.flatMap((p) => p.cautions?.(snapshot) ?? []))].map((c) => word(`record.caution.${c}`)),
      fontSize: 9,
    },
    { text: word('record.deference'), fontSize: 9, margin: [0, 6, 0, 0] },
  ]
}
