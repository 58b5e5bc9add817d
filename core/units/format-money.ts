/**
 * An amount of money to whole units, with the shop's own sign behind it.
 *
 * @param currency how the shop writes its money; empty: the bare figure
 */
export function formatMoney(value: number, currency: string, locale: string): string {
  const figure = new Intl.NumberFormat(locale, { maximumFractionDigits: 0 }).format(value)
  return currency === '' ? figure : `${figure} ${currency}`
}
