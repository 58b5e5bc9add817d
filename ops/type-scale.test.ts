import { readFileSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { expect, it } from 'vitest'

const files = readdirSync('web', { recursive: true, encoding: 'utf8' }).filter((f) => /\.(vue|css)$/.test(f))
const scale = readFileSync('web/app/theme.css', 'utf8').match(/--text-\w+: \d+px/g) ?? []

it('takes every size of text from the one scale of the theme', () => {
  expect(scale.length).toBeGreaterThan(5)
  const own = files.flatMap((file) =>
    (
      readFileSync(join('web', file), 'utf8').match(/text-\[[\d.]+(px|r?em)\]|font(-size)?: [^;]*\d(px|r?em)/g) ?? []
    ).map((found) => `${file}: ${found}`),
  )
  expect(own).toEqual([])
})
