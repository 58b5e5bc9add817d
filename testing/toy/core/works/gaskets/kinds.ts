import { z } from 'zod'
import { placeCode } from '../../job/place'
import { thicknessMm } from '../../schema'
import { kind } from '../kind'

/** Entries of the toy work: a gasket laid on a pad. */
export const kinds = {
  'lay-gasket': kind({
    rows: 'gaskets',
    key: 'gasketId',
    strikes: true,
    stage: 'lay-gaskets',
    struckIn: 'lay-gaskets',
    given: { place: placeCode, thicknessMm, words: z.string().max(80).default('') },
  }),
}
