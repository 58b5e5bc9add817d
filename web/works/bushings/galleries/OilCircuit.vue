<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import type { PassageState } from '#core/works/bushings/read-galleries'
import { usePlaceName } from '../../../bench/usePlaceName'

/** The oil circuit of the sheet, from the pump on: each passage with its wipes, what ends blind, what waits behind what. */
const props = defineProps<{ states: readonly PassageState[]; next: string | null }>()
const { t } = useI18n()
const placeName = usePlaceName()
const frame = useTemplateRef<HTMLElement>('frame')
const { width: w, height: h } = useElementSize(frame, { width: 720, height: 360 })
const width = computed(() => Math.max(320, w.value))
const height = computed(() => Math.max(220, h.value))
const nodeName = (node: string) => (node.startsWith('housing-') ? placeName(node) : node)

/** How many passages from the pump a node lies: its column. */
const columns = computed(() => {
  const deep = new Map<string, number>()
  for (const { passage } of props.states) {
    deep.set(passage.from, deep.get(passage.from) ?? 0)
    deep.set(passage.to, Math.max(deep.get(passage.to) ?? 0, deep.get(passage.from)! + 1))
  }
  return deep
})
const nodes = computed(() => {
  const most = Math.max(1, ...columns.value.values())
  const inColumn = (c: number) => [...columns.value].filter(([, d]) => d === c).map(([n]) => n)
  return new Map(
    [...columns.value].map(([name, column]) => {
      const all = inColumn(column)
      return [
        name,
        {
          x: 60 + (column / most) * (width.value - 130),
          y: 40 + ((all.indexOf(name) + 0.5) / all.length) * (height.value - 50),
        },
      ]
    }),
  )
})
const colour = (s: PassageState) =>
  s.done
    ? 'var(--inside-on-blue)'
    : s.passage.id === props.next
      ? 'var(--brass-on-blue)'
      : s.blockedBy.length > 0
        ? 'rgb(232 238 244 / 0.45)'
        : 'var(--scribe)'
const drawn = computed(() =>
  props.states.map((s) => {
    const [a, b] = [nodes.value.get(s.passage.from)!, nodes.value.get(s.passage.to)!]
    const bend = (b.x - a.x) / 2
    return {
      s,
      d: `M ${a.x} ${a.y} C ${a.x + bend} ${a.y} ${b.x - bend} ${b.y} ${b.x} ${b.y}`,
      end: b,
    }
  }),
)
/** What stands over the node each passage leads to: its last wipes, the newest at the right, and how many count. */
const labels = computed(() =>
  props.states.map((s, i) => {
    const at = nodes.value.get(s.passage.to)!
    const before = props.states.slice(0, i).filter((o) => o.passage.to === s.passage.to).length
    const counted = t('cam.passage-count', { clean: Math.min(s.clean, s.needed), needed: s.needed })
    return {
      s,
      x: at.x > width.value - 160 ? at.x + 24 : at.x,
      y: at.y - 32 - before * 22,
      anchor: at.x > width.value - 160 ? ('end' as const) : ('middle' as const),
      wipes: s.wipes.slice(-6),
      told: s.plugOut ? `${counted} · ${t('cam.plug-is-out')}` : counted,
    }
  }),
)
const wipeColour = {
  clean: 'var(--inside-on-blue)',
  grey: '#9aa3ab',
  glitter: '#e3b65a',
  chips: 'var(--outside-on-blue)',
}
</script>

<template>
  <figure ref="frame" class="relative m-0 h-full min-h-0 w-full overflow-hidden bg-layout" data-part="oil-circuit">
    <svg
      :width="width"
      :height="height"
      :viewBox="`0 0 ${width} ${height}`"
      class="block"
      role="img"
      :aria-label="t('cam.circuit')"
    >
      <g v-for="p in drawn" :key="p.s.passage.id" :data-passage="p.s.passage.id" :data-done="p.s.done">
        <path
          :d="p.d"
          fill="none"
          :stroke="colour(p.s)"
          :stroke-width="p.s.passage.id === next ? 7 : 5"
          :stroke-dasharray="p.s.done || p.s.passage.id === next ? 'none' : '8 6'"
        />
        <line
          v-if="p.s.passage.deadEnd"
          :x1="p.end.x + 10"
          :x2="p.end.x + 10"
          :y1="p.end.y - 13"
          :y2="p.end.y + 13"
          :stroke="colour(p.s)"
          stroke-width="5"
        />
      </g>
      <g v-for="[name, at] in nodes" :key="name">
        <circle :cx="at.x" :cy="at.y" r="6" fill="var(--scribe)" />
        <text
          :x="at.x"
          :y="at.y - 12"
          text-anchor="middle"
          font-size="14"
          fill="var(--scribe)"
          stroke="var(--layout)"
          stroke-width="5"
          paint-order="stroke"
        >
          {{ nodeName(name) }}
        </text>
      </g>
      <text
        v-for="l in labels"
        :key="`l-${l.s.passage.id}`"
        :x="l.x"
        :y="l.y"
        :text-anchor="l.anchor"
        font-size="14"
        fill="var(--scribe)"
        stroke="var(--layout)"
        stroke-width="8"
        paint-order="stroke"
        :data-wipes="l.s.wipes.length"
      >
        <tspan font-weight="700" font-size="16">{{ l.s.passage.id }}</tspan>
        <tspan v-for="(wipe, i) in l.wipes" :key="i" :fill="wipeColour[wipe]" font-size="17" dx="3">
          {{ wipe === 'clean' ? '○' : '●' }}
        </tspan>
        <tspan dx="6" :fill="colour(l.s)">{{ l.told }}</tspan>
      </text>
    </svg>
  </figure>
</template>
