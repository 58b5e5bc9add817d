/** A straight scale from one span to another. */
export function scaleLinear(
  [from, to]: readonly [number, number],
  [first, last]: readonly [number, number],
): (value: number) => number {
  const step = to === from ? 0 : (last - first) / (to - from)
  return (value) => first + (value - from) * step
}
