import { describe, expect, it } from 'vitest'
import { stageNames } from '#core/works/stage-table'
import { stageView } from '.'

describe('the works', () => {
  it.each(stageNames)('have a screen for the stage %s', async (stage) => {
    expect(await stageView(stage)()).toHaveProperty('default')
  })
})
