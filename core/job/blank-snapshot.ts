import { startRates, type EngineShape, type Sheet, type Snapshot, type Tooling } from './snapshot'
import { plainWork } from './stages'
import { startRenewalCosts } from '../works/liners/strip'

const NOBODY = '00000000-0000-8000-8000-000000000000'

/** A job on which nothing has been done: an engine shown by itself, or the start of a test. */
export function blankSnapshot(engine: EngineShape & { id: string }, sheet: Sheet, tooling: Tooling): Snapshot {
  return {
    revision: 0,
    job: {
      id: NOBODY,
      number: 0,
      title: '',
      complaint: '',
      simulated: false,
      createdAt: sheet.at,
      work: plainWork,
      complaints: [],
      usage: null,
      wantedBy: null,
      archived: false,
      fromJobId: null,
    },
    engine,
    takenIn: [],
    sheet,
    sheets: [sheet],
    stationsDeg: [0, 90, 180, 270],
    rule: 'guarded',
    tooling,
    ledges: [],
    shims: [],
    gauges: [],
    people: [],
    liners: [],
    works: {},
    wearMarks: [],
    placements: [],
    plans: [],
    tally: [],
    rates: startRates,
    pullers: [],
    pulls: [],
    findings: [],
    photos: [],
    grades: [],
    decisions: [],
    renewalCosts: startRenewalCosts,
    shop: null,
    leakTable: null,
    sealFits: [],
    presses: [],
    times: [],
    sets: [],
    readings: [],
    cuts: [],
    shimFits: [],
    closures: [],
  }
}
