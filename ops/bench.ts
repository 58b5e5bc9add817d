import { randomUUID } from 'node:crypto'
import { readFileSync, writeFileSync } from 'node:fs'
import { cpus } from 'node:os'
import { judgeProtrusion } from '#core/measure/judge-protrusion'
import type { Command } from '#contract/commands'
import { Browser } from '../testing/browser'
import { command, type House } from '../testing/house'
import { withScratchHouse } from './scratch'
import { calcLines } from './bench-calc'
import { besideLines } from './bench-beside'
import { listLines } from './bench-lists'
import { keyLines } from './bench-keys'
import { percentile, type Line } from './bench-line'
import { bytesOf, firstLoad } from './first-load'
import { repairLines } from './bench-repair'
import { wholeLines } from './bench-whole'
import { say } from './say'

const ms = (value: number) => `${value < 10 ? value.toFixed(2) : value.toFixed(1)} ms`

function judging(): Line {
  const spec = { minMm: 0.06, maxMm: 0.14, withinLinerMaxMm: 0.03, adjacentMaxMm: 0.04, headRangeMaxMm: 0.05 }
  const heads = Array.from({ length: 5 }, (_, h) => [1, 2, 3, 4].map((c) => h * 4 + c))
  const liners = heads.flat().map((cylinder) => ({
    cylinder,
    readings: [0, 90, 180, 270].map((angleDeg) => ({
      angleDeg,
      valueMm: 0.1 + 0.03 * Math.sin(cylinder * 7 + angleDeg),
    })),
  }))
  const times: number[] = []
  for (let i = 0; i < 3000; i++) {
    const start = performance.now()
    judgeProtrusion(spec, heads, liners, 0.004)
    if (i >= 500) times.push(performance.now() - start)
  }
  const p95 = percentile(times, 0.95)
  return { what: 'Judging a 20-cylinder engine, p95 of 2500', wanted: 'under 1 ms', found: ms(p95), good: p95 < 1 }
}

function firstLoadLine(): Line {
  const bytes = bytesOf(firstLoad)
  return {
    what: 'First load of a job: compressed script',
    wanted: '195 kB or less',
    found: `${(bytes / 1000).toFixed(0)} kB`,
    good: bytes <= 195_000,
  }
}

async function devices(house: House, pauseMs: number): Promise<{ times: number[]; lost: number; perSecond: number }> {
  const jobId = await house.jobId('spare')
  const personId = await house.person('Tom Adeyar')
  const gaugeId = (await house.shop()).gauges[0]!.id
  const before = (await house.snapshot(jobId)).readings.length
  const times: number[] = []
  const count = 20
  const start = performance.now()
  const device = async (n: number) => {
    const setId = randomUUID()
    await house.send([
      command(
        { what: 'open-set', setId, cylinder: (n % 6) + 1, stage: 'as-found', gaugeId, zeroOn: 'deck' },
        jobId,
        personId,
      ),
    ])
    await new Promise((resolve) => setTimeout(resolve, Math.random() * pauseMs))
    for (let i = 0; i < count; i++) {
      const one: Command = command(
        { what: 'take-reading', readingId: randomUUID(), setId, angleDeg: (i % 4) * 90, valueMm: 0.1, source: 'gauge' },
        jobId,
        personId,
      )
      const sent = performance.now()
      const [answer] = await house.send([one])
      if (answer?.result === 'done') times.push(performance.now() - sent)
      if (pauseMs > 0) await new Promise((resolve) => setTimeout(resolve, pauseMs * (0.5 + Math.random())))
    }
  }
  await Promise.all(Array.from({ length: 50 }, (_, n) => device(n)))
  const seconds = (performance.now() - start) / 1000
  const stored = (await house.snapshot(jobId)).readings.length - before
  return { times, lost: 50 * count - stored, perSecond: stored / seconds }
}

async function writing(house: House): Promise<Line[]> {
  await devices(house, 50)
  const paced = await devices(house, 400)
  const flood = await devices(house, 0)
  const p95 = percentile(paced.times, 0.95)
  return [
    {
      what: `50 devices writing at once, each about 2.5 readings a second (${paced.perSecond.toFixed(0)} a second in all): p95, and readings lost`,
      wanted: 'under 50 ms, 0',
      found: `${ms(p95)}, ${paced.lost}`,
      good: p95 < 50 && paced.lost === 0,
    },
    {
      what: `The same 50 without any pause, as fast as they are answered (${flood.perSecond.toFixed(0)} a second): p95, and readings lost`,
      wanted: 'none lost',
      found: `${ms(percentile(flood.times, 0.95))}, ${flood.lost}`,
      good: flood.lost === 0,
    },
  ]
}

/** From sending something on one device to hearing of it on another. */
async function news(house: House): Promise<Line> {
  const jobId = await house.jobId('Pump')
  const personId = await house.person('Tom Adeyar')
  const gaugeId = (await house.shop()).gauges[0]!.id
  const stop = new AbortController()
  const answer = await fetch(`${house.url}/api/jobs/${jobId}/news`, { signal: stop.signal })
  const reader = answer.body!.pipeThrough(new TextDecoderStream()).getReader()
  await reader.read()
  const hear = async () => {
    for (let text = ''; !text.includes('data:');) text = (await reader.read()).value ?? ''
  }
  await hear()
  const times: number[] = []
  for (let i = 0; i < 40; i++) {
    const sent = performance.now()
    const heard = hear()
    await house.send([
      command(
        { what: 'open-set', setId: randomUUID(), cylinder: 1, stage: 'trial-fit', gaugeId, zeroOn: 'deck' },
        jobId,
        personId,
      ),
    ])
    await heard
    times.push(performance.now() - sent)
  }
  stop.abort()
  const p95 = percentile(times, 0.95)
  return {
    what: 'Something done on one device, heard of on another, p95 of 40',
    wanted: 'under 1 s',
    found: ms(p95),
    good: p95 < 1000,
  }
}

function memory(house: House): Line {
  const status = readFileSync(`/proc/${house.pid}/status`, 'utf8')
  const megabytes = Number(/VmRSS:\s+(\d+)/.exec(status)?.[1]) / 1024
  return {
    what: 'Server memory after all of this',
    wanted: 'under 250 MB',
    found: `${megabytes.toFixed(0)} MB`,
    good: megabytes < 250,
  }
}

function report(lines: Line[]): string {
  const rows = lines.map((l) => `| ${l.what} | ${l.wanted} | ${l.found} | ${l.good ? 'yes' : '**no**'} |`)
  return `# Benchmarks

Measured by \`./evenbore bench\` on ${cpus().length} cores (${cpus()[0]?.model.trim()}), Node.js ${process.versions.node}, ${new Date().toISOString().slice(0, 10)}.
Browser, server, database and the load itself share these cores. Run the command again to
measure your own machine: it starts a throw-away copy of the demo with its own database and
ports, and writes this file.

| what | wanted | found | met |
|---|---|---|---|
${rows.join('\n')}

How each is taken:

- **Keystroke to verdict**: in Chromium at 1280×800, from the Enter key until the frame
  that shows the station's verdict is painted, on the ferry job and on an engine of twenty cylinders.
- **A figure of a turn**: from the Enter key until the frame that asks the next question is painted.
- **First load**: the compressed size of every script that a job's trial fit needs before its first reading, with all
  they import; what is brought once the page has come to rest is not counted.
- **50 devices**: fifty connections, each sending one reading after another to
  \`POST /api/commands\`; every reading is a durable transaction (flushed to disk at commit). The
  readings are counted in the store afterwards.
- **News**: the revision is counted in the store every 0.3 s and at once by the copy that stored it.
- **Judging**: \`judge-protrusion\` on five heads of four, four stations each.
- **Memory**: the resident size of the server's process.
- **Record PDF, job file**: twenty JPEGs drawn by the page, kept with the ferry job; printed whole, and
  taken in by a second, empty copy of the application.
- **Unrolled liner**: moved by the mouse and the wheel at every frame; frames are counted by
  \`requestAnimationFrame\`.
- **Re-planning**: \`GET /api/schedule\`, everything read from the store anew.
- **match-liners, stack-up**: asked of the built application's own worker in a page, the solver
  loaded beforehand as the plan page does; five made-up decks of new parts over slightly worn
  ledges, all of which can be brought inside. Frames are counted by \`requestAnimationFrame\`; one
  later than 34 ms counts as dropped.
- **Plan page**: from the change of address until every school's row stands and nothing works on.
- **A reading beside**: one device sends a reading every 20 ms while the work named runs in the same
  server; what is told that the server is busy counts as done.
- **Parts**: from the key or click until the frame that shows the outcome is painted.
`
}

/** `bench`: measures the speeds that were promised and writes docs/benchmarks.md. */
export async function bench(): Promise<void> {
  const lines = await withScratchHouse(
    async (house) => {
      const browser = await Browser.open(house.url)
      const keys = await keyLines(house, browser).finally(() => browser.close())
      const load = firstLoadLine()
      const writes = await writing(house)
      const rest = [await news(house), judging(), ...calcLines(), memory(house)]
      const other = await Browser.open(house.url)
      const whole = await wholeLines(house, other)
      const repair = await repairLines(house, other).finally(() => other.close())
      const beside = await besideLines(house)
      return [...keys, load, ...writes, ...rest, ...whole, ...repair, ...beside, ...(await listLines(house))]
    },
    { durable: true },
  )
  writeFileSync('docs/benchmarks.md', report(lines))
  for (const l of lines) say(`${l.good ? '  met' : '  NOT'}  ${l.what}: ${l.found} (wanted: ${l.wanted})`)
  if (lines.some((l) => !l.good)) process.exitCode = 1
}
