/** The arithmetic mean; NaN of nothing. */
export const mean = (values: readonly number[]): number => values.reduce((sum, v) => sum + v, 0) / values.length
