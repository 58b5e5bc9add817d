import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { gateCodes } from '#core/job/gate'
import { commonGates } from '#core/job/step'
import { stageLogic } from '#core/works/logic'
import { stageNames } from '#core/works/stage-table'
import { jobActNames, refusalCodes, shopAct } from '../commands'
import { en } from './all'

function keysOf(node: object, path = ''): string[] {
  return Object.entries(node).flatMap(([name, value]) => {
    const key = path ? `${path}.${name}` : name
    return typeof value === 'string' ? [key] : keysOf(value as object, key)
  })
}
const keys = new Set(keysOf(en))

const files = ['web', 'server']
  .flatMap((root) => readdirSync(root, { recursive: true, encoding: 'utf8' }).map((name) => join(root, name)))
  .filter((f) => /\.(vue|ts)$/.test(f) && !f.endsWith('.test.ts'))

describe('the message file', () => {
  it.each(files)('has every message that %s names', (file) => {
    const source = readFileSync(file, 'utf8')
    for (const [, key] of source.matchAll(/\b(?:t|word)\(\s*'([a-z][\w.-]+)'/g)) expect(keys, key).toContain(key)
    for (const [, start] of source.matchAll(/\b(?:t|word)\(\s*`([a-z][\w.-]+?\.)\$\{/g)) {
      expect(
        [...keys].some((k) => k.startsWith(start!)),
        start,
      ).toBe(true)
    }
  })

  it('says nothing twice: the words of one work never stand in for those of another', () => {
    const folder = join(import.meta.dirname, 'en')
    const all = readdirSync(folder).flatMap((f) => keysOf(JSON.parse(readFileSync(join(folder, f), 'utf8')) as object))
    expect(all.filter((key, i) => all.indexOf(key) !== i)).toEqual([])
  })

  it('leaves no template of a component with words of its own', () => {
    for (const file of files.filter((f) => f.endsWith('.vue'))) {
      const source = readFileSync(file, 'utf8')
      const template = source.slice(source.indexOf('<template>'))
      const words = [...template.matchAll(/>\s*([A-Za-z][a-z]+ [a-z ]+)\s*</g)].map((m) => m[1])
      expect(words, file).toEqual([])
    }
  })

  it('has words for every stage, every act that may be laid aside, and every gate', () => {
    const wanted = [
      ...stageNames.map((stage) => `stage.${stage}`),
      ...[...jobActNames, ...shopAct.options.map((o) => o.shape.what.value)].map((what) => `act.${what}`),
      ...[...gateCodes, ...commonGates, ...stageNames.flatMap((s) => stageLogic[s].says.gates ?? [])].map(
        (code) => `gate.${code}`,
      ),
    ]
    expect(wanted.length).toBeGreaterThan(100)
    expect(wanted.filter((key) => !keys.has(key))).toEqual([])
  })

  it('has words for every order that was not kept', () => {
    const works = readdirSync('core/works', { recursive: true, encoding: 'utf8' }).filter((f) => /\w\.ts$/.test(f))
    const reasons = works.flatMap((f) => {
      const source = readFileSync(join('core/works', f), 'utf8')
      const told = source.matchAll(/'out-of-order', details: \['([\w-]+)'\]|\bearly\('([\w-]+)'\)/g)
      return [...told].map((m) => m[1] ?? m[2]!)
    })
    reasons.push(...stageNames.flatMap((s) => stageLogic[s].says.orders ?? []))
    expect(reasons.length).toBeGreaterThan(40)
    for (const reason of reasons) expect(keys).toContain(`order.${reason}`)
  })

  it('has words for whatever a turn asks', () => {
    const asked = stageNames.flatMap((s) => stageLogic[s].asked ?? [])
    expect(asked.length).toBeGreaterThan(60)
    expect(asked.filter((word) => !keys.has(`ask.${word}`))).toEqual([])
  })

  it('has words for every refusal', () => {
    for (const code of refusalCodes) expect(keys).toContain(`refusal.${code}`)
  })
})
