import { createApp, h, nextTick, ref } from 'vue'
import { describe, expect, it } from 'vitest'
import { sixCylinders } from '#core/testing/make-snapshot'
import { onPlan, useDeckPlan } from './useDeckPlan'
import WindowGlyph from './WindowGlyph.vue'

async function draw(valueMm: number, verdict: 'in' | 'unsure' | 'out'): Promise<SVGElement> {
  const host = document.createElement('div')
  createApp({ render: () => h(WindowGlyph, { valueMm, minMm: 0.06, maxMm: 0.14, verdict }) }).mount(host)
  await nextTick()
  return host.querySelector('svg')!
}
const number = (element: Element | null, name: string) => Number(element?.getAttribute(name))

describe('the window glyph', () => {
  it('reads without colour: solid inside, open on the line, a square with a bar outside', async () => {
    const inside = await draw(0.1, 'in')
    expect(inside.querySelector('circle')!.getAttribute('fill')).not.toBe('none')
    const line = await draw(0.14, 'unsure')
    expect(line.querySelector('circle')!.getAttribute('fill')).toBe('none')
    const outside = await draw(0.16, 'out')
    expect(outside.querySelector('circle')).toBeNull()
    expect(outside.querySelector('rect')).not.toBeNull()
    expect(outside.querySelectorAll('line')).toHaveLength(4)
  })

  it('stands where the reading really lies between its limits', async () => {
    const [low, middle, high] = await Promise.all([0.06, 0.1, 0.14].map((v) => draw(v, 'in')))
    const x = (svg: SVGElement | undefined) => number(svg!.querySelector('circle'), 'cx')
    const limits = [...low!.querySelectorAll('line')].slice(1).map((l) => number(l, 'x1'))
    expect(x(low)).toBeCloseTo(limits[0]!, 6)
    expect(x(high)).toBeCloseTo(limits[1]!, 6)
    expect(x(middle)).toBeCloseTo((limits[0]! + limits[1]!) / 2, 6)
    const outside = await draw(0.9, 'out')
    expect(
      number(outside.querySelector('rect'), 'x') + number(outside.querySelector('rect'), 'width'),
    ).toBeLessThanOrEqual(72)
  })
})

describe('the deck plan', () => {
  const engine = ref(sixCylinders().engine)

  it('has bores at true pitch, front at the left, heads round their own bores', () => {
    const { bores, heads, width, height } = useDeckPlan(engine)
    expect(bores.value.map((b) => b.cylinder)).toEqual([1, 2, 3, 4, 5, 6])
    expect(bores.value[1]!.x - bores.value[0]!.x).toBe(172)
    expect(width.value).toBeGreaterThan(5 * 172 + 140)
    expect(height.value).toBeLessThan(300)
    expect(heads.value).toHaveLength(2)
    expect(heads.value[0]!.x + heads.value[0]!.width).toBeLessThan(bores.value[3]!.x)
  })

  it('lays a second bank beside the first', () => {
    const vee = ref({
      ...sixCylinders().engine,
      banks: [
        [1, 3, 5],
        [2, 4, 6],
      ],
    })
    const { place } = useDeckPlan(vee)
    expect(place(2)!.y).toBeGreaterThan(place(1)!.y + 140)
    expect(place(9)).toBeUndefined()
  })

  it('points 12 o’clock to the front and goes round as seen from above', () => {
    expect(onPlan(0).x).toBeCloseTo(-1)
    expect(onPlan(90).y).toBeCloseTo(-1)
    expect(onPlan(180).x).toBeCloseTo(1)
    expect(onPlan(270).y).toBeCloseTo(1)
  })
})
