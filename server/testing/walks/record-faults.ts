import type { Snapshot } from '#core/job/snapshot'
import { allKinds, entriesOf, rowsName } from '#core/works/kinds'
import type { TakenWith } from '#core/works/kind'
import { recordSections, type WorkRecord } from '#core/works/work-record'
import { tell, type Teller } from '#contract/words/tell'
import type { Block, Cell } from '#core/job/record-blocks'
import { cellOf } from '#core/job/record-blocks'
import type { Told } from '#core/job/told'
import { paperTeller } from '../../record/teller'

/** Everything that a block tells. */
function toldIn(block: Block): (Told | Cell)[] {
  if (block.is === 'title' || block.is === 'text') return [block.told]
  if (block.is === 'list') return [...block.lines]
  if (block.is === 'facts') return block.rows.flat()
  if (block.is === 'table') return [...block.columns.map((c) => c.head), ...block.rows.flat()]
  return []
}

/** Numbers of a told thing, however deep they lie. */
function numbersIn(value: unknown, into: Set<number>): void {
  if (typeof value === 'number') into.add(Math.round(value * 1e6) / 1e6)
  else if (typeof value === 'string') for (const n of value.match(/-?\d+(\.\d+)?/g) ?? []) into.add(Number(n))
  else if (Array.isArray(value)) for (const v of value) numbersIn(v, into)
  else if (typeof value === 'object' && value !== null) for (const v of Object.values(value)) numbersIn(v, into)
}
/** What is told of the gauge, or comes with the occasion. */
const beside = ['seq', 'cylinder', 'uncertaintyMm', 'uncertaintyKPa', 'angleDeg']
const percent = (field: string, v: number) => (field.endsWith('Share') ? v * 100 : v)

/** A text that no person should read: a blank that nothing fills, a figure that is none, nothing moved by nothing. */
const unreadable = [/\{\w+\}/, /\bundefined\b/, /\bNaN\b/, /\bnull\b/, /\[object /, /(?<!\d)[-+−]0\.000\b/]

/**
 * What is wrong with the record of a job, in both systems of units: a part that cannot be made, a sentence that is not
 * whole, an entry or an instrument that it lost.
 */
export function recordFaults(job: Snapshot, parts: readonly WorkRecord[], nowMs: number): string[] {
  const found: string[] = []
  const sections = recordSections(job, parts, nowMs)
  for (const { stage, failed } of sections) if (failed) found.push(`the record of ${stage} fails: ${String(failed)}`)
  const told = sections.flatMap(({ blocks }) => blocks.flatMap(toldIn)).map((t) => cellOf(t).told)
  for (const unit of ['mm', 'thou'] as const) {
    const plain: Teller = paperTeller(job, unit)
    const by: Teller = {
      ...plain,
      word: (key, blanks) => {
        if (!plain.has(key)) found.push(`the record has no words for ${key}`)
        return plain.word(key, blanks)
      },
    }
    for (const one of told) {
      const text = tell(one, by)
      const wrong = unreadable.find((u) => u.test(text))
      if (wrong) found.push(`the record says “${text.slice(0, 160)}” (${String(wrong)})`)
    }
  }
  const numbers = new Set<number>()
  numbersIn(told, numbers)
  const texts = JSON.stringify(told)
  for (const { what, given } of allKinds)
    for (const entry of entriesOf(job, rowsName(what)) as unknown as readonly Record<string, unknown>[]) {
      const figures = new Set<number>()
      for (const field of Object.keys(given).filter((f) => !beside.includes(f))) {
        const own = new Set<number>()
        if (typeof entry[field] !== 'string') numbersIn(entry[field], own)
        for (const v of own) figures.add(percent(field, v))
      }
      const lost = [...figures].filter(
        (v) => !numbers.has(Math.round(v * 1e6) / 1e6) && !numbers.has(Number(v.toFixed(1))),
      )
      if (lost.length > 0) found.push(`the record lost ${lost.join()} of ${what}`)
      const struck = entry.struck as { reason: string } | null | undefined
      if (struck && !texts.includes(JSON.stringify(struck.reason)))
        found.push(`the record lost why ${what} was struck out`)
      for (const { by, gaugeId } of struck ? [] : ((entry.takenWith as TakenWith | undefined) ?? [])) {
        const name = job.gauges.find((g) => g.id === gaugeId)?.name ?? `turn.instrument.${by}`
        if (!texts.includes(name)) found.push(`the record does not name ${name}`)
      }
    }
  for (const { note, stage } of job.closures)
    if (note !== '' && !texts.includes(JSON.stringify(note).slice(1, -1)))
      found.push(`the record lost what was accepted in ${stage}`)
  return found
}
