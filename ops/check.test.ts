import { describe, expect, it } from 'vitest'
import { scriptsOf } from './pages-as-scripts'

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
