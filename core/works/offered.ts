import { stageLine, stagesOf, workChoices, type WorkChoice, type WorkName } from './stage-table'

/** Works that are done on units of any kind, cylinders or none: they are asked for where the sheet tells of them, or nothing else can be done. */
const onAnyUnit: readonly WorkName[] = ['faces', 'barrels']
const workOf = (choice: WorkChoice): WorkName => stageLine[stagesOf([choice])[0]!].work

/**
 * What can be chosen at intake for a unit.
 *
 * @param heads its cylinders by head: none where it has no cylinders
 * @param sections what its sheet tells of, by the names of the works
 */
export function offeredChoices(heads: readonly (readonly number[])[], sections: object): WorkChoice[] {
  const cylinders = heads.length > 0
  return workChoices.filter((choice) => {
    if (choice === 'first-run') return true
    const work = workOf(choice)
    return work in sections || (onAnyUnit.includes(work) ? !cylinders : cylinders)
  })
}

/** Those of which the sheet tells, the liner work left out, which every engine with cylinders has. */
export const toldChoices = (choices: readonly WorkChoice[], sections: object): WorkChoice[] =>
  choices.filter((choice) => choice !== 'first-run' && workOf(choice) in sections)
