import mariadb from 'mariadb'
import type { House } from '../testing/house'
import { driverFor } from '../server/store/store'
import { percentile, type Line } from './bench-line'

const ROUNDS = 30
const SIZES = [200, 2000, 20_000]
/** Of the jobs made up for it, this many are open; the others are signed. */
const OPEN = 2000

/** Fills the store up to so many jobs, with their cards and closings, as years of work would leave them. */
async function fillTo(house: House, n: number, from: number): Promise<void> {
  const connection = await mariadb.createConnection({ ...driverFor(house.address), multipleStatements: true })
  const [engine] = (await connection.query(
    'SELECT e.id, e.name, s.id AS sheetId FROM engines e JOIN sheets s ON s.engineId = e.id LIMIT 1',
  )) as { id: string; name: string; sheetId: string }[]
  const [person] = (await connection.query('SELECT id FROM people LIMIT 1')) as { id: string }[]
  const { id, name, sheetId } = engine!
  const work = JSON.stringify(['ledges', 'dry-fit', 'check'])
  // As a shop leaves them: each was looked at when it was measured.
  const seen = Array.from({ length: 6 }, (_, i) => ({ at: String(i + 1), verdict: 'in', share: 0.5 }))
  const marks = JSON.stringify({ marks: seen, worst: null })
  await connection.query(
    `INSERT INTO jobs (id, number, title, complaint, engineId, sheetId, stationsDeg, simulated, createdAt, work, archived)
       SELECT UUID(), 1000 + seq, CONCAT('Pump ', seq, IF(seq % 7 = 0, ' north', ' south')), 'runs hot', ?, ?, '[0,90,180,270]', 0,
         DATE_SUB(UTC_TIMESTAMP(3), INTERVAL seq HOUR), ?, 0
       FROM seq_${from + 1}_to_${n};
     INSERT INTO jobCards (jobId, number, title, complaint, engineId, engineName, cylinders, work, stationsDeg, archived, signed, nextStage, begun, readings, lastAt, lastPersonId, search, marks)
       SELECT j.id, j.number, j.title, j.complaint, j.engineId, ?, 6, j.work, j.stationsDeg, 0, j.number > 1000 + ${OPEN},
         IF(j.number > 1000 + ${OPEN}, NULL, 'trial-fit'), '[]', 240, j.createdAt, ?, LOWER(CONCAT(j.number, ' ', j.title, ' runs hot')), ?
       FROM jobs j LEFT JOIN jobCards c ON c.jobId = j.id WHERE c.jobId IS NULL;`,
    [id, sheetId, work, name, person!.id, marks],
  )
  await connection.query('ANALYZE TABLE jobCards')
  await connection.end()
}

async function p95(house: House, path: string, rounds = ROUNDS): Promise<number> {
  const times: number[] = []
  for (let i = 0; i < rounds; i++) {
    const asked = performance.now()
    await (await fetch(house.url + path)).arrayBuffer()
    times.push(performance.now() - asked)
  }
  return percentile(times, 0.95)
}
const ms = (of: number[]) => of.map((t) => `${t.toFixed(0)} ms`).join(' → ')

/** How the lists grow with the jobs of a shop, from two hundred to twenty thousand. */
export async function listLines(house: House): Promise<Line[]> {
  const asked = {
    front: '/api/jobs?limit=40',
    search: '/api/jobs?limit=40&search=north%2019',
    sort: '/api/jobs?limit=40&sort=stage&desc=true',
    shop: '/api/shop',
  }
  const found = {
    front: [] as number[],
    search: [] as number[],
    sort: [] as number[],
    shop: [] as number[],
    plan: [] as number[],
  }
  let there = 0
  for (const n of SIZES) {
    await fillTo(house, n, there)
    there = n
    for (const [name, path] of Object.entries(asked)) found[name as 'front'].push(await p95(house, path))
    found.plan.push(await p95(house, '/api/schedule', 3))
  }
  const worst = Math.max(...found.front, ...found.search, ...found.sort)
  const sizes = SIZES.map((n) => n.toLocaleString('en')).join(' → ')
  return [
    {
      what: `The front page's list with ${sizes} jobs: p95 of ${ROUNDS}, plainly; searched; sorted by stage`,
      wanted: 'under 100 ms',
      found: `${ms(found.front)}; ${ms(found.search)}; ${ms(found.sort)}`,
      good: worst < 100,
    },
    {
      what: `The shop itself with ${sizes} jobs: p95 of ${ROUNDS}`,
      wanted: 'under 100 ms',
      found: ms(found.shop),
      good: Math.max(...found.shop) < 100,
    },
    {
      what: `The plan of the shop with 200 → ${OPEN} → ${OPEN} open jobs among them, slowest of 3`,
      wanted: 'under 5 s',
      found: ms(found.plan),
      good: Math.max(...found.plan) < 5000,
    },
  ]
}
