import type { Content } from 'pdfmake/interfaces'
import { barrelsOf, readWorn, sectionOf, type BarrelSpot } from '#core/works/barrels/read-barrels'
import { readBore } from '#core/works/barrels/bore/read'
import { readFit } from '#core/works/barrels/fit/read'
import { readDrop } from '#core/works/barrels/sleeve/read'
import { readySteps } from '#core/works/barrels/kinds'
import { isReadied } from '#core/works/barrels/ready/read'
import { wayCosts } from '#core/works/barrels/schools'
import { lines, table, title, figure, type Writer } from '../record/pdf-writer'
import { word } from '../record/words'
import type { RecordWork } from './record-work'

/** A stage's section: a line for each barrel that has something to say in it. */
function block(stage: string, w: Writer, lineOf: (spot: BarrelSpot) => string | null): Content[] {
  const told = barrelsOf(w.snapshot).flatMap((spot) => lineOf(spot) ?? [])
  return told.length > 0 ? [title(word(`stage.${stage}`)), lines(told, '')] : []
}

const measureBlock = (w: Writer) =>
  block('barrel-measure', w, (spot) => {
    const { judged, measured, way } = readWorn(w.snapshot, spot)
    if (!judged || !measured) return null
    return word('barrel.record-measured', {
      name: spot.name,
      largest: `${w.length(judged.largestMm, [spot.of.barrel.wornMaxMm])} (${w.length(spot.of.barrel.wornMaxMm)})`,
      taper: w.length(judged.taperMm),
      round: w.length(judged.outOfRoundMm),
      wall: word(`barrel.wall.${measured.wall}`),
      way: way ? word(`barrel.way.${way}`) : '—',
    })
  })

const fitBlock = (w: Writer) =>
  block('barrel-fit', w, (spot) => {
    const { interferenceMm, pinChosen, verdict } = readFit(w.snapshot, spot)
    if (interferenceMm === null || verdict === null) return null
    return word('barrel.record-fit', {
      name: spot.name,
      interference: `${w.length(interferenceMm)}, ${word(`barrel.verdict.${verdict}`)}`,
      pin: pinChosen ? word(`barrel.pin-school.${pinChosen}`) : '—',
    })
  })

const sleeveBlock = (w: Writer) =>
  block('barrel-sleeve', w, (spot) => {
    const { drop, home, flange, pinned } = readDrop(w.snapshot, spot)
    if (!drop) return null
    return word('barrel.record-drop', {
      name: spot.name,
      home: [word(home ? 'barrel.is-home' : 'barrel.is-stuck'), ...(pinned ? [word('barrel.is-pinned')] : [])].join(
        ', ',
      ),
      most: flange ? w.length(Math.max(...flange.edgesMm)) : '—',
    })
  })

const boreBlock = (w: Writer) =>
  block('barrel-bore', w, (spot) => {
    const { judged, finished } = readBore(w.snapshot, spot)
    if (!judged || !finished) return null
    return word('barrel.record-finish', {
      name: spot.name,
      smallest: w.length(judged.smallestMm),
      largest: w.length(judged.largestMm),
      taper: w.length(judged.taperMm),
      round: w.length(judged.outOfRoundMm),
      deg: Math.round(finished.crosshatchDeg),
    })
  })

const readyBlock = (w: Writer) =>
  block('barrel-ready', w, (spot) => {
    const done = readySteps.filter((step) => isReadied(w.snapshot, spot.place, step))
    return done.length > 0 ? `${spot.name}: ${done.map((step) => word(`barrel.ready.${step}`)).join(', ')}` : null
  })

/** What each way costs and lasts, for the owner. */
function waysBlock(w: Writer): Content[] {
  const of = sectionOf(w.snapshot)
  if (!of || barrelsOf(w.snapshot).every((b) => readWorn(w.snapshot, b).judged === null)) return []
  const rows = wayCosts(of).map((c) => [
    word(`barrel.way.${c.way}`),
    figure(w.money(c.money)),
    figure(word('barrel.hours', { n: c.lastsH })),
    figure(c.perThousandH === null ? '—' : w.money(c.perThousandH)),
  ])
  const heads = ['', word('barrel.cost'), word('barrel.lasts'), word('barrel.per')]
  return [title(word('barrel.owner-ways')), table(heads, rows, ['*', 80, 80, 80])]
}

/** Shrunk-in sleeves on the record, stage by stage. */
export const record: RecordWork<'barrels'> = {
  stages: {
    'barrel-measure': measureBlock,
    'barrel-fit': fitBlock,
    'barrel-sleeve': sleeveBlock,
    'barrel-bore': boreBlock,
    'barrel-ready': readyBlock,
  },
  cautions: () => ['barrel'],
  owner: {
    stands: waysBlock,
    done: (snapshot) =>
      barrelsOf(snapshot).flatMap((spot) => {
        const { way } = readWorn(snapshot, spot)
        return way ? [word(`barrel.owner-done.${way}`, { name: spot.name })] : []
      }),
  },
}
