/** Every work's logic, stage by stage. A line a work. */
export * as barrels from './barrels/logic'
export * as bushings from './bushings/logic'
export * as faces from './faces/logic'
export * as front from './front/logic'
export * as job from './job/logic'
export * as leaks from './leaks/logic'
export * as liners from './liners/logic'
export * as sleeves from './sleeves/logic'
