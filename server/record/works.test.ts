import { describe, expect, it } from 'vitest'
import { stageNames } from '#core/job/stages'
import { stageLine } from '#core/works/stage-table'
import type { RecordWork } from '../works/record-work'

describe('the works', () => {
  it.each(stageNames)('have a section of the record for the stage %s', async (stage) => {
    const { work } = stageLine[stage]
    const found = (await import(`../works/${work}.ts`).catch(() => null)) as { record?: RecordWork } | null
    expect(found?.record, `server/works/${work}.ts gives no record`).toBeDefined()
    expect(found!.record!.stages, `server/works/${work}.ts`).toHaveProperty([stage])
  })
})
