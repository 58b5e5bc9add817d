<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import type { LeakStanding } from '#core/leak/find-leak'
import { mendedBy, type LeakTable } from '#core/works/leaks/leak-table'
import { causeOf } from '#core/works/leaks/read-leak'
import { useFigures } from '../../../bench/useFigures'

/** The ladder of causes: each a rung that climbs and falls with what was tried; as far out as it is likely. */
const props = defineProps<{ ladder: LeakStanding; table: LeakTable }>()
const { t } = useI18n()
const { money, chance } = useFigures()
const frame = useTemplateRef<HTMLElement>('frame')
const { width: w, height: h } = useElementSize(frame, { width: 640, height: 420 })
const width = computed(() => Math.max(320, w.value))
const height = computed(() => Math.max(220, h.value))
const ROW = 44
const [TOP, RAIL, RIGHT] = [14, 250, 96]
/** The rungs there is room for, the likeliest on top. */
const shown = computed(() => Math.max(4, Math.floor((height.value - TOP) / ROW)))
const rungs = computed(() =>
  [...props.ladder.causes]
    .sort((a, b) => b.chance - a.chance)
    .slice(0, shown.value)
    .map((c, rank) => {
      const { kind, cylinder } = causeOf(c.id)
      const cause = t(`leak.cause.${kind}`)
      return {
        ...c,
        rank,
        kind,
        name: cylinder === null ? cause : t('leak.cause-at', { cause, cylinder }),
        headOff: (mendedBy[kind] as readonly string[] | null)?.includes('strip') || kind === 'head-crack',
        cost: props.table.causes[kind].openUpCost,
      }
    }),
)
const length = (share: number) => Math.max(3, share * (width.value - RAIL - RIGHT))
const sureX = computed(() => RAIL + length(props.table.sureAt))
</script>

<template>
  <figure ref="frame" class="relative m-0 h-full min-h-0 w-full overflow-hidden bg-layout" data-part="leak-ladder">
    <svg
      :width="width"
      :height="height"
      :viewBox="`0 0 ${width} ${height}`"
      class="block"
      role="img"
      :aria-label="rungs[0] ? t('leak.drawing', { cause: rungs[0].name, chance: chance(rungs[0].chance) }) : ''"
    >
      <!-- The two rails of the ladder: where every rung begins, and where one is sure enough. -->
      <line :x1="RAIL" :x2="RAIL" y1="6" :y2="height - 6" stroke="var(--scribe)" stroke-width="3" />
      <line
        :x1="sureX"
        :x2="sureX"
        y1="6"
        :y2="height - 24"
        stroke="var(--scribe)"
        stroke-opacity="0.6"
        stroke-dasharray="2 6"
      />
      <text :x="sureX" :y="height - 8" text-anchor="middle" font-size="13" fill="var(--scribe)">
        {{ t('leak.sure', { chance: chance(table.sureAt) }) }}
      </text>
      <g
        v-for="r in rungs"
        :key="r.id"
        class="transition-transform duration-500"
        :style="{ transform: `translateY(${TOP + r.rank * ROW}px)` }"
        data-part="rung"
        :data-cause="r.id"
        :data-chance="r.chance.toFixed(4)"
      >
        <text
          :x="RAIL - 12"
          y="17"
          text-anchor="end"
          font-size="17"
          :font-weight="r.rank === 0 ? 700 : 500"
          fill="var(--scribe)"
        >
          {{ r.name }}
        </text>
        <text :x="RAIL - 12" y="33" text-anchor="end" font-size="13" fill="var(--scribe)" fill-opacity="0.85">
          {{ t('leak.opens', { money: money(r.cost) }) }} · {{ t(r.headOff ? 'leak.head-off' : 'leak.head-on') }}
        </text>
        <rect
          :x="RAIL"
          y="8"
          :width="length(r.chance)"
          height="18"
          class="transition-all duration-500"
          :fill="r.rank === 0 ? 'var(--brass-on-blue)' : 'rgb(232 238 244 / 0.28)'"
        />
        <text :x="RAIL + length(r.chance) + 8" y="23" font-size="17" class="figure" fill="var(--scribe)">
          {{ chance(r.chance) }}
        </text>
      </g>
    </svg>
  </figure>
</template>
