import type { Gauge } from '../job/snapshot'

/** What is to be said of a gauge wherever its readings are judged. */
export type GaugeStanding = 'overdue' | 'no-study' | 'good'

/** @param today a date, YYYY-MM-DD */
export function gaugeStanding(gauge: Pick<Gauge, 'calibrationDue' | 'basis'>, today: string): GaugeStanding[] {
  const found: GaugeStanding[] = []
  if (gauge.calibrationDue !== null && gauge.calibrationDue < today) found.push('overdue')
  if (gauge.basis !== 'study') found.push('no-study')
  return found.length > 0 ? found : ['good']
}
