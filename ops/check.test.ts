import { readFileSync, rmSync } from 'node:fs'
import { afterAll, describe, expect, it } from 'vitest'
import { scriptsOf, writeTyped } from './pages-as-scripts'

const page = `<script lang="ts">
export const first = 1
</script>

<script setup lang="ts">
const second = first
</script>

<template>
  <b>{{ second }}</b>
</template>
`

describe('the scripts of a page', () => {
  it('stand where they stand in the page, and nothing else does', () => {
    const scripts = scriptsOf(page)
    for (const word of ['export const first = 1', 'const second = first'])
      expect(scripts.indexOf(word)).toBe(page.indexOf(word))
    expect(scripts).not.toMatch(/script|template/)
    expect(scripts.split('\n').findIndex((line) => line.includes('second'))).toBe(5)
  })

  it('are none where there are none', () => {
    expect(scriptsOf('<template><b>1</b></template>').trim()).toBe('')
  })
})

describe("the compiler's complaints of a page as the language tools write it", () => {
  const folder = 'dist/pages/tried'
  afterAll(() => rmSync(folder, { recursive: true, force: true }))
  const { counts } = writeTyped(folder, ['bench/PlaceMarks.vue'])
  const file = `${folder}/web/bench/PlaceMarks.vue.ts`
  const lines = readFileSync(file, 'utf8').split('\n')
  const complaintOf = (words: string) => {
    const at = lines.findIndex((line) => line.includes(words))
    expect(at, words).toBeGreaterThanOrEqual(0)
    return `${file}(${at + 1},${lines[at]!.indexOf(words) + 1}): error TS2304: Cannot find name.`
  }

  it('count where they are about what the page says, in its script and in its template', () => {
    expect(counts(complaintOf("from 'vue'"))).toBe(true)
    expect(counts(complaintOf("'aria-hidden'"))).toBe(true)
  })

  it('do not count where they are about what only the tools wrote', () => {
    expect(counts(complaintOf('reference types'))).toBe(false)
  })

  it('count wherever else they are, and a blank line is none', () => {
    expect(counts('web/app/main.ts(1,1): error TS1005')).toBe(true)
    expect(counts('error TS5058: The specified path does not exist')).toBe(true)
    expect(counts('')).toBe(false)
  })
})
