import type { Told } from '#core/job/told'

/** Writes words, figures, names and times as its page or paper wants them. */
export interface Teller {
  word(key: string, blanks: Record<string, string | number>): string
  /** There is such a message. */
  has(key: string): boolean
  length(valueMm: number, limitsMm?: readonly number[]): string
  withUnit(valueMm: number): string
  rough(valueMm: number): string
  pressure(kPa: number): string
  temperature(celsius: number): string
  torque(valueNm: number | null, down?: boolean): string
  money(value: number): string
  person(id: string | null, at?: string): string
  time(iso: string): string
  list(items: readonly string[]): string
}

/** What is told, in words and units. */
export function tell(told: Told, by: Teller): string {
  if (typeof told === 'string') return told
  if (typeof told === 'number') return String(told)
  if (isSeveral(told)) return told.map((one) => tell(one, by)).join('')
  if ('word' in told) return by.word(told.word, blanksOf(told.with ?? {}, by))
  if ('list' in told) return by.list(told.list.map((one) => tell(one, by)))
  if ('struck' in told) return struckOut(told.struck, by)
  if ('person' in told) return by.person(told.person, told.at)
  if ('time' in told) return by.time(told.time)
  if ('at' in told) return bothClocks(told, by)
  return figureOf(told, by)
}

const isSeveral = (told: Told): told is readonly Told[] => Array.isArray(told)

type Figure = Extract<
  Told,
  { mm: number } | { roughMm: number } | { kPa: number } | { celsius: number } | { nm: unknown } | { money: number }
>
function figureOf(told: Figure, by: Teller): string {
  if ('mm' in told) return told.unit ? by.withUnit(told.mm) : by.length(told.mm, told.limitsMm ?? [])
  if ('roughMm' in told) return by.rough(told.roughMm)
  if ('kPa' in told) return by.pressure(told.kPa)
  if ('celsius' in told) return by.temperature(told.celsius)
  if ('nm' in told) return by.torque(told.nm, told.down ?? false)
  return by.money(told.money)
}

/** Numbers stay what they are: they choose between one and several. */
const blanksOf = (blanks: Readonly<Record<string, Told>>, by: Teller): Record<string, string | number> =>
  Object.fromEntries(
    Object.entries(blanks).map(([name, told]) => [name, typeof told === 'number' ? told : tell(told, by)]),
  )

function bothClocks({ at, storedAt }: { at: string; storedAt: string | null }, by: Teller): string {
  return storedAt ? by.word('record.both-clocks', { at: by.time(at), stored: by.time(storedAt) }) : by.time(at)
}

/** How something was struck out; a reason that the interface gave in words, any other as it was written. */
function struckOut(struck: { personId: string; at: string; reason: string } | null, by: Teller): string {
  if (!struck) return ''
  const { personId, at, reason } = struck
  const said = `strike.${reason}`
  const why = by.has(said) ? by.word(said, {}) : reason
  return ` ${by.word('record.struck', { name: by.person(personId, at), when: by.time(at), reason: why })}`
}
