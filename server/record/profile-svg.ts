import { scaleLinear, scalePoint } from 'd3-scale'
import type { Deck } from '#core/works/liners/deck'
import type { Snapshot } from '#core/job/snapshot'

const W = 515
const H = 170
const tone = { in: '#1F6F66', unsure: '#9A6A00', out: '#A23B2A' }

function marks(
  deck: Deck,
): { cylinder: number; i: number; n: number; valueMm: number; verdict: 'in' | 'unsure' | 'out' }[] {
  return deck.cylinders
    .filter((c) => !c.changed)
    .flatMap((c) =>
      c.stations.flatMap((s, i) =>
        s.valueMm === null
          ? []
          : [{ cylinder: c.cylinder, i, n: c.stations.length, valueMm: s.valueMm, verdict: s.verdict ?? 'in' }],
      ),
    )
}

/** The deck profile for paper: limits, the present readings, as found in outline behind them. */
export function profileSvg(snapshot: Snapshot, deck: Deck, behind: Deck, label: (mm: number) => string): string {
  const { minMm, maxMm } = snapshot.sheet.limits
  const shimmed = deck.cylinders.filter((c) => c.window.of === 'shimmed')
  const [now, before] = [marks(deck), marks(behind)]
  const values = [
    minMm,
    maxMm,
    0,
    ...shimmed.flatMap((c) => [c.window.minMm, c.window.maxMm]),
    ...now.map((m) => m.valueMm),
    ...before.map((m) => m.valueMm),
  ]
  const [low, high] = [Math.min(...values), Math.max(...values)]
  const pad = (high - low) * 0.08
  const y = scaleLinear()
    .domain([low - pad, high + pad])
    .range([H - 26, 8])
  const x = scalePoint<number>()
    .domain(snapshot.engine.heads.flat())
    .range([48, W - 8])
    .padding(0.5)
  const at = (m: { cylinder: number; i: number; n: number }) =>
    (x(m.cylinder) ?? 0) + (m.i - (m.n - 1) / 2) * Math.min(10, x.step() / (m.n + 2))
  const line = (mm: number, dash: string, width: number) =>
    `<line x1="46" x2="${W}" y1="${y(mm)}" y2="${y(mm)}" stroke="#23272B" stroke-width="${width}" stroke-dasharray="${dash}"/><text x="42" y="${y(mm) + 3}" font-size="8" font-family="Figures" text-anchor="end" fill="#23272B">${label(mm)}</text>`
  const outline = before.map(
    (m) => `<circle cx="${at(m)}" cy="${y(m.valueMm)}" r="3" fill="none" stroke="#7d8185" stroke-width="0.8"/>`,
  )
  const filled = now.map((m) =>
    m.verdict === 'out'
      ? `<rect x="${at(m) - 3}" y="${y(m.valueMm) - 3}" width="6" height="6" fill="${tone.out}"/>`
      : `<circle cx="${at(m)}" cy="${y(m.valueMm)}" r="3" fill="${m.verdict === 'in' ? tone.in : '#FFFFFF'}" stroke="${tone[m.verdict]}" stroke-width="1.5"/>`,
  )
  const names = snapshot.engine.heads
    .flat()
    .map(
      (c) =>
        `<text x="${x(c)}" y="${H - 12}" font-size="9" font-family="Text" text-anchor="middle" fill="#23272B">${c}</text>`,
    )
  const brackets = snapshot.engine.heads.map((head) => {
    const half = x.step() * 0.42
    return `<path d="M ${(x(head[0]!) ?? 0) - half} ${H - 9} v 5 H ${(x(head.at(-1)!) ?? 0) + half} v -5" fill="none" stroke="#23272B" stroke-width="0.8"/>`
  })
  const steps = shimmed.map(({ cylinder, window }) => {
    const left = (x(cylinder) ?? 0) - x.step() / 2 + 2
    const box = `<rect x="${left}" y="${y(window.maxMm)}" width="${x.step() - 4}" height="${y(window.minMm) - y(window.maxMm)}" fill="none" stroke="#8A6A1F" stroke-width="0.8"/>`
    return box
  })
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${W}" height="${H}" viewBox="0 0 ${W} ${H}">${line(minMm, '0', 1)}${line(maxMm, '0', 1)}${line(0, '2 3', 0.5)}${steps.join('')}${outline.join('')}${filled.join('')}${names.join('')}${brackets.join('')}</svg>`
}
