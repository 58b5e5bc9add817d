import { z } from 'zod'
import { lengthOf } from '../../figure-types'
import { id } from '../../job/base'
import { placeCode } from '../../job/place'
import { lengthFromZeroMm } from '../../schema'
import { kind } from '../kind'

/** Entries of the toy work: a gasket laid on a pad, and the gap that it leaves. */
export const kinds = {
  'lay-gasket': kind({
    rows: 'gaskets',
    key: 'gasketId',
    strikes: true,
    stage: 'lay-gaskets',
    struckIn: 'lay-gaskets',
    given: {
      place: placeCode,
      thicknessMm: lengthOf({ least: 0.1, most: 5, by: ['outside'] }),
      gapMm: lengthOf({ least: 0, most: 2, by: ['feeler'] }),
      gaugeId: id.nullable(),
      uncertaintyMm: lengthFromZeroMm,
      words: z.string().max(80).default(''),
    },
  }),
}
