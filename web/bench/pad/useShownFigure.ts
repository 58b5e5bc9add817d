import { useI18n } from 'vue-i18n'
import type { Quantity } from '#core/figure-types'
import { useDevice } from '../../stores/device'
import { unitWord, writeFigure } from './figure-text'

/** Writes a figure of any quantity with its unit, but for lengths that the whole page has one unit for. */
export function useShownFigure(): (value: number, quantity: Quantity, withUnit?: boolean) => string {
  const { t, locale } = useI18n()
  const device = useDevice()
  return (value, quantity, withUnit = quantity !== 'length') => {
    const unit = unitWord(quantity, device)
    const written = writeFigure(value, quantity, device, locale.value)
    return withUnit && unit ? `${written} ${t(`unit.${unit}`)}` : written
  }
}
