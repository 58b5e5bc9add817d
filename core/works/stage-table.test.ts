import { describe, expect, it } from 'vitest'
import { allKinds, coveredBy, rowsName } from './kinds'
import { laterClosed } from '../job/route'
import { gateProblems } from './logic'
import { snapshot } from '../job/snapshot'
import { Played } from '../testing/make-snapshot'
import { wholeJob } from '../testing/tarrock'
import {
  entryCollections,
  measuredStages,
  optionalStages,
  phaseNames,
  restingOn,
  setStages,
  stageLine,
  stageNames,
  stagesOf,
  workChoices,
} from './stage-table'

describe('the table of stages', () => {
  it('has each stage once, in the order that is stored in every job, and nothing lost of it', () => {
    // Once stored, for ever: a stage may be added between, none renamed or taken away.
    expect(
      stageNames.filter((s) =>
        [
          'as-found',
          'protect',
          'pull',
          'look',
          'decide',
          'counterbores',
          'parts',
          'repair-plan',
          'cut',
          'trial-fit',
          'fit',
          'final-check',
          'record',
        ].includes(s),
      ),
    ).toHaveLength(13)
    expect(new Set(stageNames).size).toBe(stageNames.length)
    expect(stagesOf(workChoices)).toEqual(stageNames)
    expect([setStages, measuredStages]).toEqual([
      ['as-found', 'counterbores', 'trial-fit', 'final-check'],
      ['as-found', 'trial-fit', 'final-check'],
    ])
  })

  it('keeps the stages of a phase together, in the order of the phases', () => {
    const at = stageNames.map((s) => phaseNames.indexOf(stageLine[s].phase))
    expect(at).toEqual([...at].sort((a, b) => a - b))
  })

  it('gives every stage its hours, its gate, and only stages before it to rest on', () => {
    const job = new Played(wholeJob()).snapshot
    for (const stage of stageNames) {
      const { hours, restsOn } = stageLine[stage]
      expect(hours.once + hours.place, stage).toBeGreaterThan(0)
      for (const earlier of restsOn)
        expect(stageNames.indexOf(earlier), `${stage} rests on ${earlier}`).toBeLessThan(stageNames.indexOf(stage))
      // On an empty job, only what has nothing of its own to ask for may be closed as it is.
      if (!['parts', 'cut'].includes(stage))
        expect(gateProblems(job, stage, 0), `${stage} always closes`).not.toEqual([])
    }
  })

  it('puts every kind of entry under the signature of some stage, and of the record', () => {
    const lists = Object.keys(snapshot.shape)
    for (const rows of entryCollections) {
      expect(lists).toContain(rows)
      expect(stageLine.record.rows).toContain(rows)
    }
    const own = new Set(stageNames.filter((s) => s !== 'record').flatMap((s) => stageLine[s].rows))
    expect(entryCollections.filter((rows) => !own.has(rows))).toEqual(['times'])
    for (const { what, stage } of allKinds)
      expect(coveredBy('record').includes(rowsName(what)) && stageNames.includes(stage), what).toBe(true)
    // Whatever carries a place in the log and is no set, reading or closing is an entry.
    const dated = lists.filter((name) => {
      const list = (snapshot.shape as Record<string, { unwrap?: () => unknown }>)[name]!
      const array = (list.unwrap ? (list as { unwrap(): unknown }).unwrap() : list) as { element?: { shape?: object } }
      const element = array.element ?? (list as { element?: { shape?: object } }).element
      return element?.shape !== undefined && 'seq' in element.shape
    })
    expect(dated.filter((name) => !['sets', 'readings', 'closures', 'redated'].includes(name)).sort()).toEqual(
      [...entryCollections].sort(),
    )
  })

  it('begins a stage only by what it covers, and lets the record rest on all', () => {
    for (const stage of stageNames)
      for (const rows of stageLine[stage].begins) expect(stageLine[stage].rows).toContain(rows)
    for (const stage of stageNames) expect(restingOn(stage).includes('record'), stage).toBe(stage !== 'record')
    expect(restingOn('counterbores')).toEqual(['repair-plan', 'cut', 'record'])
    expect(optionalStages).toEqual([
      'find-leak',
      'deck-check',
      'pistons-out',
      'protect',
      'pull',
      'look',
      'decide',
      'counterbores',
      'parts',
      'repair-plan',
      'cut',
    ])
    expect(laterClosed({ closures: [] }, 'cut')).toEqual([])
  })
})
