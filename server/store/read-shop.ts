import type { EngineCard, Shop } from '#contract/shop'
import { readSettings, toEngine, toGauge, toPerson, toPuller, toSheet } from './read'
import { readStudies, toRates } from './read-stock'
import type { Store } from './store'
import { unionRows } from './union-rows'

/** The shop: people, gauges and their studies, engines with their sheets, prices, tools. */
export async function readShop(store: Store): Promise<Shop> {
  const [settings, found, studies] = await Promise.all([
    readSettings(store),
    unionRows(
      store,
      [['people'], ['gauges'], ['engines'], ['sheets'], ['sheetLinks'], ['pullers'], ['rates', 't.id = 1']],
      {},
    ),
    readStudies(store),
  ])
  const { people, gauges, engines, sheets, sheetLinks, pullers, rates } = found
  const engineCards: EngineCard[] = engines.map((e) => ({
    ...toEngine(e),
    sheets: sheets
      .filter((s) => s.engineId === e.id)
      .map((s) => toSheet(s, sheetLinks))
      .sort((a, b) => a.version - b.version),
  }))
  const byName = (a: { name: string }, b: { name: string }) => a.name.localeCompare(b.name)
  return {
    name: settings.ways.name,
    ways: settings.ways,
    rule: settings.rule,
    tooling: settings.tooling,
    people: people.map(toPerson).sort(byName),
    gauges: gauges.map(toGauge).sort(byName),
    engines: engineCards.sort(byName),
    rates: toRates(rates[0]),
    studies,
    pullers: pullers.map(toPuller).sort(byName),
    renewalCosts: settings.renewalCosts,
    leakTable: settings.leakTable,
    crew: settings.crew,
  }
}
