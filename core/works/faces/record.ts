import { word } from '../../job/told'
import type { WorkRecord } from '../work-record'
import { readFace } from './read-faces'
import { begun, record as seal } from './seal/record'

/** Face seals on the record. */
export const record: WorkRecord<'faces'> = {
  stages: { 'face-seal': seal },
  owner: {
    done: (snapshot) => {
      const n = begun(snapshot).filter((p) => readFace(snapshot, p).tight).length
      return n > 0 ? [word('face.owner', { n })] : []
    },
  },
}
