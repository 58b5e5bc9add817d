import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { storeToRefs } from 'pinia'
import { formatLength } from '#core/units/format-length'
import { forceUnit, formatForce, formatTorque } from '#core/units/format-torque'
import { formatMoney } from '#core/units/format-money'
import { formatPressure, formatTemperature, pressureUnit, temperatureUnit } from '#core/units/format-pressure'
import { formatRough, formatTyped, roughUnit } from '#core/units/format-rough'
import type { FigureWriter } from '#contract/words/say-move'
import { packThicknessMm } from '#core/liner/pack'
import { useDevice } from '../stores/device'
import { useShop } from '../stores/shop'

/** Writes figures in this device's unit and language. */
export function useFigures() {
  const { unit, torqueUnit } = storeToRefs(useDevice())
  const { locale, t } = useI18n()
  const shop = useShop()

  /** A length without its unit; with limits, rounding never carries it across one. */
  function length(valueMm: number, limitsMm: readonly number[] = [], signed = false): string {
    return formatLength(valueMm, { unit: unit.value, locale: locale.value, limitsMm, signed })
  }

  /** A length with a digit more than usual: standard deviations and the like. */
  function fine(valueMm: number, signed = false): string {
    return formatLength(valueMm, {
      unit: unit.value,
      locale: locale.value,
      digits: unit.value === 'mm' ? 4 : 3,
      signed,
    })
  }

  /** A length of a tool or a casting with its unit: no more digits than a rule shows. */
  function rough(valueMm: number): string {
    return `${formatRough(valueMm, unit.value, locale.value)} ${t(`unit.${roughUnit[unit.value]}`)}`
  }

  /** A length of a tool or a casting as it was entered, with its unit. */
  function entered(valueMm: number): string {
    return `${formatTyped(valueMm, unit.value, locale.value)} ${t(`unit.${roughUnit[unit.value]}`)}`
  }

  /** A torque in the wrench's unit, with it; a dash where nobody looked. */
  function torque(valueNm: number | null, down = false): string {
    return valueNm === null
      ? '—'
      : `${formatTorque(valueNm, torqueUnit.value, locale.value, down)} ${t(`unit.${torqueUnit.value}`)}`
  }

  /** What something bears, with its unit. */
  function force(valueN: number): string {
    return `${formatForce(valueN, unit.value, locale.value, true)} ${t(`unit.${forceUnit[unit.value]}`)}`
  }

  /** A pressure in the gauge's unit, and a temperature beside it, each with its unit. */
  function pressure(kPa: number): string {
    return `${formatPressure(kPa, unit.value, locale.value)} ${t(`unit.${pressureUnit[unit.value]}`)}`
  }
  function temperature(c: number): string {
    return `${formatTemperature(c, unit.value, locale.value)} ${t(`unit.${temperatureUnit[unit.value]}`)}`
  }

  function withUnit(valueMm: number): string {
    return `${length(valueMm)} ${t(`unit.${unit.value}`)}`
  }

  /** Money to whole units, as this shop writes it. */
  function money(value: number): string {
    return formatMoney(value, shop.shop?.ways.currency ?? '', locale.value)
  }

  /** A chance in percent. What is reckoned from readings is never certain, so it never says 0 or 100. */
  function chance(share: number): string {
    const percent = (v: number) => new Intl.NumberFormat(locale.value, { style: 'percent' }).format(v)
    if (share > 0.99) return `> ${percent(0.99)}`
    return share < 0.01 ? `< ${percent(0.01)}` : percent(share)
  }

  const writer = computed<FigureWriter>(() => ({
    length: (valueMm, limitsMm = []) => length(valueMm, limitsMm),
    rough,
    torque,
    force,
    pressure,
    whole: (value) => new Intl.NumberFormat(locale.value, { maximumFractionDigits: 0 }).format(value),
    money,
    leaves,
    list: (items) => new Intl.ListFormat(locale.value, { style: 'short', type: 'unit' }).format(items),
  }))

  /** A leaf bears its mark in mm, whatever unit is read in. */
  function leaf(valueMm: number): string {
    return formatLength(valueMm, { unit: 'mm', locale: locale.value, digits: 2 })
  }

  /** The leaves of a pack by their marks; in thou with what they come to. */
  function leaves(leavesMm: readonly number[]): string {
    const marks = leavesMm.map(leaf).join(' + ')
    return unit.value === 'mm'
      ? marks
      : t('unit.leaves-mm', { leaves: marks, total: length(packThicknessMm(leavesMm)) })
  }

  function when(iso: string): string {
    return new Intl.DateTimeFormat(locale.value, { dateStyle: 'medium', timeStyle: 'short', hourCycle: 'h23' }).format(
      new Date(iso),
    )
  }

  function day(iso: string): string {
    return new Intl.DateTimeFormat(locale.value, { dateStyle: 'medium', timeZone: 'UTC' }).format(new Date(iso))
  }

  return {
    unit,
    torqueUnit,
    length,
    fine,
    rough,
    entered,
    torque,
    force,
    pressure,
    temperature,
    withUnit,
    money,
    chance,
    leaf,
    leaves,
    writer,
    when,
    day,
  }
}
