/** Every work's data: its kinds, its section of the sheet and its places. A line a work; what several works share has its own. */
export * as crank from './crank/data'
export * as fasteners from './fasteners/data'
export * as job from './job/data'
export * as leaks from './leaks/data'
export * as liners from './liners/data'
export * as sleeves from './sleeves/data'
