import type { Content } from 'pdfmake/interfaces'
import { describe, expect, it } from 'vitest'
import type { Snapshot } from '#core/job/snapshot'
import type { UnitTruth } from '#core/sim/unit-truth'
import { recordContent } from '../record/pdf'
import { Hand, newJob } from '../testing/hand'
import { barrels, compressorTruth } from './compressor-world'
import { crusherTruth } from './camshaft-world'
import { crusherFront } from './front-world'
import { gearboxTruth } from './gearbox-world'
import { pumpTruth } from './unit-world'
import { ferryBlock } from './world'

const compressor = (): Snapshot => {
  const job = newJob('sarn', ['barrels'], [])
  return { ...job, sheet: { ...job.sheet, sections: { ...job.sheet.sections, barrels } } }
}
/** A job of each work, and what is true of its unit. */
const walks: Record<string, { job: () => Snapshot; truth: UnitTruth }> = {
  'pump-set-sleeves': {
    job: () => newJob('orrin', ['sleeves', 'tips'], []),
    truth: { ...pumpTruth, leaks: [], washers: { 2: 2, 3: 0 } },
  },
  'pump-set-leak': { job: () => newJob('orrin', ['find-leak', 'first-run'], ['coolant-loss']), truth: pumpTruth },
  crusher: {
    job: () => newJob('brennick', ['bushings', 'front', 'rear'], []),
    truth: { ...pumpTruth, leaks: [], bushings: crusherTruth, front: crusherFront },
  },
  gearbox: {
    job: () => newJob('lune', ['face-seals'], []),
    truth: { ...pumpTruth, leaks: [], faces: gearboxTruth },
  },
  compressor: { job: compressor, truth: { ...pumpTruth, leaks: [], barrels: compressorTruth } },
  'ferry-deck': {
    job: () => newJob('tarrock', ['deck', 'pistons'], []),
    truth: { ...pumpTruth, leaks: [], block: ferryBlock },
  },
}

/** Everything that is written in a part of a paper, a line each; what is drawn stands as that. */
function linesOf(content: unknown): string[] {
  if (typeof content === 'string') return content.trim() === '' ? [] : [content]
  if (typeof content === 'number') return [String(content)]
  if (Array.isArray(content)) return content.flatMap(linesOf)
  if (typeof content !== 'object' || content === null) return []
  const { text, stack, columns, table, ul, ol, svg } = content as Record<string, unknown>
  if (svg !== undefined) return ['[drawing]']
  if (table !== undefined) return (table as { body: unknown[][] }).body.map((row) => row.flatMap(linesOf).join(' | '))
  return [text, stack, columns, ul, ol].flatMap(linesOf)
}

describe('a job carried by the next move alone', () => {
  it.each(Object.entries(walks))('%s goes the way it went, and its record says what it said', async (name, walk) => {
    const hand = new Hand(walk.job(), walk.truth)
    hand.carry()
    const content: Content[] = await recordContent(hand.job, { unit: 'mm', paper: 'A4' })
    const told = ['# Moves', ...hand.moves, '', '# Record', ...linesOf(content)].join('\n')
    await expect(`${told}\n`).toMatchFileSnapshot(`goldens/${name}.txt`)
  })
})
