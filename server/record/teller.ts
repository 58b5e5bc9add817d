import { nameOn } from '#core/job/name-on'
import type { Snapshot } from '#core/job/snapshot'
import { formatLength } from '#core/units/format-length'
import { formatMoney } from '#core/units/format-money'
import { formatPressure, formatTemperature, pressureUnit, temperatureUnit } from '#core/units/format-pressure'
import { formatRough, roughUnit } from '#core/units/format-rough'
import { formatTorque } from '#core/units/format-torque'
import { usualTorqueUnit } from '#core/units/torque-units'
import type { LengthUnit } from '#core/units/convert'
import type { Teller } from '#contract/words/tell'
import { hasWord, list, recordLocale, word } from './words'

/** Writes words, figures, names and times the way the papers of a job want them. */
export function paperTeller({ people, shop }: Snapshot, unit: LengthUnit): Teller {
  const length = (valueMm: number, limitsMm: readonly number[] = []) =>
    formatLength(valueMm, { unit, locale: recordLocale, limitsMm })
  const named = (figure: string, of: string) => `${figure} ${word(`unit.${of}`)}`
  return {
    word,
    has: hasWord,
    list,
    length,
    withUnit: (valueMm) => named(length(valueMm), unit),
    rough: (valueMm) => named(formatRough(valueMm, unit, recordLocale), roughUnit[unit]),
    pressure: (kPa) => named(formatPressure(kPa, unit, recordLocale), pressureUnit[unit]),
    temperature: (celsius) => named(formatTemperature(celsius, unit, recordLocale), temperatureUnit[unit]),
    torque: (valueNm, down = false) =>
      valueNm === null
        ? '—'
        : named(formatTorque(valueNm, usualTorqueUnit[unit], recordLocale, down), usualTorqueUnit[unit]),
    money: (value) => formatMoney(value, shop?.currency ?? '', recordLocale),
    person: (id, at) => nameOn(people, id ?? undefined, at),
    time: (iso) => `${iso.slice(0, 10)} ${iso.slice(11, 16)} UTC`,
  }
}
