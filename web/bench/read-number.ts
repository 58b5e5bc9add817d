const NUMBER = /^[+\-−]?(\d+([.,]\d*)?|[.,]\d+)$/

/** A plain figure as it was typed, with a comma or a point; null where it is none, or none alone. */
export function readNumber(text: string): number | null {
  const trimmed = text.trim()
  return NUMBER.test(trimmed) ? Number(trimmed.replace('−', '-').replace(',', '.')) : null
}
