import type { StageOf, WorkName } from '#core/works/stage-table'

/** Brings the screen of a stage when it is first opened. */
export type View = () => Promise<unknown>
/** The screens of a work, a stage each: one that is missing does not compile. */
export type Views<W extends WorkName> = Record<StageOf<W>, View>
