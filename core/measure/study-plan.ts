import { bySeq } from '../job/order'

interface StudyPlace {
  part: string
  operator: string
  trial: number
}

/** The order in which a study is read: trial by trial, everybody measures every part before it is measured again. */
export function studyOrder(parts: readonly string[], operators: readonly string[], trials: number): StudyPlace[] {
  return Array.from({ length: trials }, (_, t) =>
    operators.flatMap((operator) => parts.map((part) => ({ part, operator, trial: t + 1 }))),
  ).flat()
}

/** One reading a place of the study: where it was read again, the later one counts. */
export function latestOfStudy<R extends StudyPlace & { valueMm: number; seq: number }>(
  readings: readonly R[],
): { part: string; operator: string; trial: number; valueMm: number }[] {
  const byPlace = new Map<string, R>()
  for (const r of [...readings].sort(bySeq)) byPlace.set(JSON.stringify([r.part, r.operator, r.trial]), r)
  return [...byPlace.values()].map(({ part, operator, trial, valueMm }) => ({ part, operator, trial, valueMm }))
}
