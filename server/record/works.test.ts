import { describe, expect, it } from 'vitest'
import { stageNames } from '#core/job/stages'
import { stageLine } from '#core/works/stage-table'
import type { WorkRecord } from '#core/works/work-record'

describe('the works', () => {
  it.each(stageNames)('have a section of the record for the stage %s', async (stage) => {
    const { work } = stageLine[stage]
    const file = `core/works/${work}/record.ts`
    const found = (await import(`../../core/works/${work}/record.ts`).catch(() => null)) as {
      record?: WorkRecord
    } | null
    expect(found?.record, `${file} gives no record`).toBeDefined()
    expect(found!.record!.stages, file).toHaveProperty([stage])
  })
})
