import { bookedTime } from '../../job/booked-time'
import { photo } from '../../job/photo'
import { tallyMark } from '../../job/tally-mark'
import { kind, madeByOccasion } from '../kind'

const struck = { ...madeByOccasion, struck: true } as const

/** Entries that every job can have: what is put into openings, photos, hours. */
export const kinds = {
  'tally-plug': kind({
    rows: 'tally',
    key: 'tallyId',
    strikes: false,
    stage: 'record',
    struckIn: null,
    given: tallyMark.omit(madeByOccasion).shape,
  }),
  'add-photo': kind({
    rows: 'photos',
    key: 'photoId',
    strikes: true,
    stage: 'record',
    struckIn: 'look',
    given: photo.omit(struck).shape,
  }),
  'book-time': kind({
    rows: 'times',
    key: 'timeId',
    strikes: true,
    stage: 'record',
    struckIn: 'record',
    given: bookedTime.omit(struck).shape,
  }),
}
