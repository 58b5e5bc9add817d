import { figures, table, title, under, words, type Block } from '../../job/record-blocks'
import type { Snapshot } from '../../job/snapshot'
import { NONE, word } from '../../job/told'
import type { WorkRecord } from '../work-record'
import { record as bore } from './bore/record'
import { record as fit } from './fit/record'
import { record as measure } from './measure/record'
import { barrelsOf, readWorn, sectionOf } from './read-barrels'
import { record as ready } from './ready/record'
import { wayCosts } from './schools'
import { record as sleeve } from './sleeve/record'

/** What each way costs and lasts, for the owner. */
function stands(snapshot: Snapshot): Block[] {
  const of = sectionOf(snapshot)
  if (!of || barrelsOf(snapshot).every((b) => readWorn(snapshot, b).judged === null)) return []
  const columns = [
    words('', '*'),
    figures(word('barrel.cost'), 80),
    figures(word('barrel.lasts'), 80),
    figures(word('barrel.per'), 80),
  ]
  const rows = wayCosts(of).map((c) => [
    word(`barrel.way.${c.way}`),
    { money: c.money },
    word('barrel.hours', { n: c.lastsH }),
    c.perThousandH === null ? NONE : { money: c.perThousandH },
  ])
  return under(title(word('barrel.owner-ways')), table('ways', columns, rows))
}

/** Shrunk-in sleeves on the record, stage by stage. */
export const record: WorkRecord<'barrels'> = {
  stages: {
    'barrel-measure': measure,
    'barrel-fit': fit,
    'barrel-sleeve': sleeve,
    'barrel-bore': bore,
    'barrel-ready': ready,
  },
  cautions: () => ['barrel'],
  owner: {
    stands,
    done: (snapshot) =>
      barrelsOf(snapshot).flatMap((spot) => {
        const { way } = readWorn(snapshot, spot)
        return way ? [word(`barrel.owner-done.${way}`, { name: spot.name })] : []
      }),
  },
}
