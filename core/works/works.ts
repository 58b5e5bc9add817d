/** Every work's data: its kinds, its section of the sheet and its places. A line a work. */
export * as job from './job/data'
export * as liners from './liners/data'
