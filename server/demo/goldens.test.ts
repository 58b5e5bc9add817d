import type { Content } from 'pdfmake/interfaces'
import { describe, expect, it } from 'vitest'
import { recordContent } from '../record/pdf'
import { Hand } from '../testing/hand'
import { walks } from '../testing/walks/golden'

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
