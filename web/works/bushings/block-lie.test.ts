import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { Housing } from '#core/works/bushings/section'
import { mounted } from '../../testing/mounted'
import BlockLie from './BlockLie.vue'
import { letDialogsOpen } from '../../testing/dialogs'

const drilling = { sizeMm: 4.5, fromFaceMm: 11, groove: false }
const of: Housing = {
  boreMm: 53.6,
  outerMm: 80,
  widthMm: 24,
  fromFrontMm: 152,
  entersFrom: 'rear',
  journalMm: 49.5,
  drillings: [
    { ...drilling, oClock: 5, feeds: 'main 2' },
    { ...drilling, oClock: 11, feeds: 'valve gear' },
  ],
}
const housing = { cylinder: null, place: 'housing-2', n: 2, of }
const lies = vi.fn()
const block = (rolledDeg = 0, seenFrom: 'front' | 'rear' = 'front') =>
  mounted(BlockLie, { housing, lie: { rolledDeg, seenFrom }, bushing: 1 }, { onLies: lies })
const hours = (w: ReturnType<typeof block>) => w.all('[data-part=seen-hole]').map((h) => h.dataset.hour)

beforeEach(() => {
  lies.mockClear()
  letDialogsOpen()
})

describe('the block as it lies', () => {
  it('shows the hours of the book as they are upright, from the front', () => {
    expect(hours(block())).toEqual(['5', '11'])
  })
  it('turns them with the block, and mirrors them from the rear', async () => {
    const w = block()
    await w.click('[data-part=lie-upside]')
    expect(hours(w)).toEqual(['11', '5'])
    await w.click('[data-part=lie-end]')
    expect(hours(w)).toEqual(['1', '7'])
  })
  it('rolls by the keys, half an hour in three, and says when it is not as it was noted', async () => {
    const w = block()
    expect(w.find('[data-part=lie-note]')).toBeNull()
    for (let i = 0; i < 3; i++) await w.key('[data-part=block-lie]', 'ArrowRight')
    expect(hours(w)).toEqual(['5.5', '11.5'])
    await w.click('[data-part=lie-note]')
    expect(lies).toHaveBeenCalledWith({ rolledDeg: 15, seenFrom: 'front' })
  })
  it('follows the hand the way the eye sees it: from the rear that is the other way round', async () => {
    const w = block(0, 'rear')
    await w.key('[data-part=block-lie]', 'ArrowRight')
    await w.click('[data-part=lie-note]')
    expect(lies).toHaveBeenCalledWith({ rolledDeg: 355, seenFrom: 'rear' })
  })
  it('stays as the hand left it while something else is news', async () => {
    const w = block(40)
    await w.click('[data-part=lie-upright]')
    await w.set({ lie: { rolledDeg: 40, seenFrom: 'front' } })
    expect(hours(w)).toEqual(['5', '11'])
  })
  it('turns back to what somebody else noted', async () => {
    const w = block(40)
    await w.click('[data-part=lie-upright]')
    await w.set({ lie: { rolledDeg: 90, seenFrom: 'front' } })
    expect(hours(w)).toEqual(['8', '2'])
  })
})
