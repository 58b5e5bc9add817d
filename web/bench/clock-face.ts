const MINUTE_S = 60
const HOUR_S = 3600

/** The time left as a clock shows it: `4:05`, `2:30:00`; past its end `0:00`. @param leftMs milliseconds left */
export function clockFace(leftMs: number): string {
  const seconds = Math.max(0, Math.ceil(leftMs / 1000))
  const two = (n: number) => String(n).padStart(2, '0')
  const rest = `${two(Math.floor((seconds % HOUR_S) / MINUTE_S))}:${two(seconds % MINUTE_S)}`
  return seconds >= HOUR_S ? `${Math.floor(seconds / HOUR_S)}:${rest}` : rest.replace(/^0/, '')
}
