import type { StageOf, WorkName } from '#core/works/stage-table'

/** Brings the screen of a stage when it is first opened. */
export type View = () => Promise<unknown>
/** The screens of a work, a stage each: one that is missing does not compile. */
export type Views<W extends WorkName> = Record<StageOf<W>, View>

/** A screen out of those of a work that are brought together: fewer and larger files come sooner, and the next stage is here already. */
export const oneOf =
  <S extends object>(load: () => Promise<S>) =>
  (name: keyof S): View =>
  async () => ({ default: (await load())[name] })
