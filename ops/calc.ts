import { readFileSync } from 'node:fs'
import { createInterface } from 'node:readline'
import { calc, calculations } from '#core/calc'
import { calcErrorBody } from '#contract/words/say-error'
import { CalcError } from '#core/errors'

const help = `calc NAME < input.json           one JSON object in, one out
calc NAME --lines < cases.jsonl  one JSON object a line, one answer a line
calc --list                      the calculations there are`

/** Runs one calculation on a text; an error becomes its error object. */
export async function answer(name: string, text: string): Promise<{ ok: boolean; output: unknown }> {
  try {
    let input: unknown
    try {
      input = JSON.parse(text)
    } catch {
      throw new CalcError('bad-input', { says: 'no-json' })
    }
    return { ok: true, output: await calc(name, input) }
  } catch (error) {
    if (error instanceof CalcError) return { ok: false, output: calcErrorBody(error) }
    throw error
  }
}

async function main(): Promise<number> {
  const args = process.argv.slice(2)
  const name = args.find((a) => !a.startsWith('-'))
  if (args.includes('--list')) {
    const width = Math.max(...calculations.map((c) => c.name.length))
    for (const c of calculations) console.log(`${c.name.padEnd(width)}  ${c.summary}`)
    return 0
  }
  if (!name || args.includes('--help')) {
    console.log(help)
    return name || args.includes('--help') ? 0 : 2
  }
  if (args.includes('--lines')) {
    for await (const line of createInterface({ input: process.stdin })) {
      if (line.trim()) process.stdout.write(`${JSON.stringify((await answer(name, line)).output)}\n`)
    }
    return 0
  }
  const { ok, output } = await answer(name, readFileSync(0, 'utf8'))
  console.log(JSON.stringify(output))
  return ok ? 0 : 2
}

process.exitCode = await main()
