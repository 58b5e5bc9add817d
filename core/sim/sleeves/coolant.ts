import { sectionOf } from '../../works/sleeves/read-sleeves'
import type { Plays } from '../play'
import { round } from '../scatter'
import { leaksNow, type UnitTruth } from '../unit-truth'

const START_C = 24
const END_C = 21.5
const AIR_KPA = 101.3
const KELVIN = 273.15

/** The coolant's side under pressure: what cools loses pressure without a leak. */
export const plays: Plays<UnitTruth> = {
  'hold-start': (_, { snapshot }) => ({ startKPa: sectionOf(snapshot)?.test.kPa ?? 0, startC: START_C }),
  'hold-end': (truth, { snapshot }) => {
    const wet = leaksNow(truth, snapshot).flatMap((l) =>
      l.kind === 'sleeve-seal' && l.cylinder !== null ? [l.cylinder] : [],
    )
    const kPa = sectionOf(snapshot)?.test.kPa ?? 0
    const cooled = ((kPa + AIR_KPA) * (END_C + KELVIN)) / (START_C + KELVIN) - AIR_KPA
    return { endKPa: round(cooled - (wet.length > 0 ? 22 : 0.4), 1), endC: END_C, wet }
  },
}
