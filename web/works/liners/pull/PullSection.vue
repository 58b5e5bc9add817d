<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import type { LinerShape } from '#core/works/liners/fitting'
import type { Puller } from '#core/works/liners/strip'
import type { PullerCheck } from '#core/pull/check-puller'
import { useFigures } from '../../../bench/useFigures'

const props = defineProps<{
  puller: Puller
  liner: LinerShape
  check: PullerCheck
  boreMm: number
  pitchMm: number
  flangeMm: number
  cylinder: number
}>()
const { t } = useI18n()
const { rough } = useFigures()

const half = computed(() => ({
  bore: props.boreMm / 2,
  outer: props.liner.lowerOuterMm / 2,
  flange: props.liner.flangeOuterMm / 2,
  lower: props.liner.lowerBoreMm / 2,
  span: props.puller.bar.spanMm / 2,
  foot: props.puller.footMm / 2,
}))
const lift = computed(() => Math.max(30, props.check.plan?.liftToFreeMm ?? props.liner.sealLandMm) + 12)
const bottom = computed(() => props.liner.lengthMm)
const barTop = computed(() => -lift.value - props.puller.bar.heightMm)
const disc = computed(() => ({
  base: (props.check.discBaseMm ?? props.liner.lowerBoreMm - props.puller.clearanceMm) / 2,
  step: (props.boreMm - props.puller.clearanceMm) / 2,
  top: bottom.value,
  thick: 16,
}))
const has = (problem: string) => props.check.problems.includes(problem as 'no-room')
const discBad = computed(() => has('no-room') || has('disc-cannot-pass') || has('disc-catches-nothing'))
const box = computed(() => {
  const wide = Math.max(props.pitchMm + 20, half.value.span + half.value.foot + 20)
  const top = barTop.value - 62
  return { x: -wide - 8, y: top, w: 2 * wide + 16, h: bottom.value - top + (discBad.value ? 64 : 26) }
})
const bad = (is: boolean) => (is ? 'var(--outside-on-blue)' : 'var(--scribe)')
const sides = [-1, 1] as const
const rect = (x1: number, y1: number, x2: number, y2: number) => ({
  x: Math.min(x1, x2),
  y: Math.min(y1, y2),
  width: Math.abs(x2 - x1),
  height: Math.abs(y2 - y1),
})
/** What each part clears or bears on, written beside it. */
const notes = computed(() => {
  return [
    {
      key: 'span',
      text: t('pull.note.span', { span: rough(props.puller.bar.spanMm) }),
      tone: bad(has('bar-too-short')),
    },
    {
      key: 'feet',
      text: t(props.check.feetClearMm < 0 ? 'pull.note.feet-on' : 'pull.note.feet', {
        clear: rough(Math.abs(props.check.feetClearMm)),
      }),
      tone: bad(has('feet-on-flange')),
    },
    {
      key: 'neighbour',
      text: t(props.check.neighbourClearMm < 0 ? 'pull.note.neighbour-on' : 'pull.note.neighbour', {
        clear: rough(Math.abs(props.check.neighbourClearMm)),
      }),
      tone: props.check.neighbourClearMm < 0 ? 'var(--online-on-blue)' : 'var(--scribe)',
    },
    {
      key: 'catch',
      text: t('pull.note.catch', { by: rough(Math.max(0, props.check.catchMm)) }),
      tone: bad(props.check.catchMm <= 0),
    },
    {
      key: 'pass',
      text: t(props.check.passMm <= 0 ? 'pull.note.no-pass' : 'pull.note.pass', {
        by: rough(Math.abs(props.check.passMm)),
      }),
      tone: bad(props.check.passMm <= 0),
    },
  ]
})
</script>

<template>
  <figure
    class="flex h-full min-h-0 flex-col bg-layout"
    data-part="pull-section"
    :data-problems="check.problems.join(' ')"
  >
    <svg
      :viewBox="`${box.x} ${box.y} ${box.w} ${box.h}`"
      class="min-h-0 w-full flex-1"
      role="img"
      :aria-label="t('pull.drawing', { name: puller.name, cylinder })"
    >
      <defs>
        <pattern id="block" width="9" height="9" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <line x1="0" y1="0" x2="0" y2="9" stroke="var(--scribe)" stroke-opacity="0.35" stroke-width="1.5" />
        </pattern>
        <pattern id="liner-cut" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(-45)">
          <line x1="0" y1="0" x2="0" y2="6" stroke="var(--scribe)" stroke-opacity="0.8" stroke-width="1.2" />
        </pattern>
      </defs>
      <!-- block: deck between the flanges, lands below -->
      <g v-for="s in sides" :key="s">
        <rect
          v-bind="rect(s * half.flange, 0, s * (pitchMm - half.flange), 40)"
          fill="url(#block)"
          stroke="var(--scribe)"
          stroke-width="1.2"
        />
        <rect
          v-bind="rect(s * half.lower, bottom - liner.sealLandMm, s * (half.lower + 22), bottom - 4)"
          fill="url(#block)"
          stroke="var(--scribe)"
          stroke-width="1.2"
        />
        <rect
          v-bind="rect(s * (pitchMm - half.flange), -1, s * (pitchMm + 20), flangeMm)"
          fill="url(#liner-cut)"
          stroke="var(--scribe)"
          stroke-width="1.2"
        />
        <!-- the liner being pulled -->
        <path
          :d="`M ${s * half.bore} 0 H ${s * half.flange} V ${flangeMm} H ${s * half.outer} V ${bottom} H ${s * half.bore} Z`"
          fill="url(#liner-cut)"
          stroke="var(--scribe)"
          stroke-width="1.8"
        />
        <!-- feet -->
        <rect
          v-bind="rect(s * (half.span - half.foot), -lift, s * (half.span + half.foot), 0)"
          fill="rgb(227 182 90 / 0.22)"
          :stroke="has('feet-on-flange') ? 'var(--outside-on-blue)' : 'var(--brass-on-blue)'"
          :stroke-width="has('feet-on-flange') ? 4 : 2"
        />
        <line
          v-if="check.feetClearMm > 0"
          :x1="s * half.flange"
          :x2="s * (half.span - half.foot)"
          y1="-6"
          y2="-6"
          stroke="var(--scribe)"
          stroke-width="2"
        />
        <rect v-else v-bind="rect(s * (half.span - half.foot), -7, s * half.flange, 0)" fill="var(--outside-on-blue)" />
      </g>
      <!-- bar, screw, disc with its step -->
      <rect
        v-bind="rect(-(half.span + half.foot), barTop, half.span + half.foot, -lift)"
        fill="rgb(227 182 90 / 0.22)"
        stroke="var(--brass-on-blue)"
        :stroke-width="check.plan?.governs === 'bar' ? 4 : 2"
      />
      <rect
        v-bind="rect(-puller.screw.majorMm / 2, barTop - 46, puller.screw.majorMm / 2, disc.top + disc.thick + 10)"
        fill="rgb(227 182 90 / 0.3)"
        stroke="var(--brass-on-blue)"
        :stroke-width="check.plan?.governs === 'screw' ? 4 : 2"
      />
      <rect
        v-bind="rect(-puller.screw.majorMm * 0.85, barTop - 22, puller.screw.majorMm * 0.85, barTop)"
        fill="rgb(227 182 90 / 0.5)"
        stroke="var(--brass-on-blue)"
        stroke-width="2"
      />
      <rect
        v-bind="rect(-disc.base, disc.top, disc.base, disc.top + disc.thick)"
        fill="rgb(227 182 90 / 0.4)"
        :stroke="discBad ? 'var(--outside-on-blue)' : 'var(--brass-on-blue)'"
        :stroke-width="discBad || check.plan?.governs === 'lip' ? 4 : 2"
      />
      <rect
        v-bind="rect(-disc.step, disc.top - 10, disc.step, disc.top)"
        fill="rgb(227 182 90 / 0.25)"
        stroke="var(--brass-on-blue)"
        stroke-width="1.5"
      />
      <!-- no room: the two widths that leave none -->
      <g v-if="discBad" data-part="no-room">
        <g
          v-for="(w, i) in [
            { mm: liner.lowerBoreMm, name: 'lower-bore' },
            { mm: disc.base * 2, name: 'disc' },
            { mm: boreMm, name: 'liner-bore' },
          ]"
          :key="w.name"
        >
          <line
            :x1="-w.mm / 2"
            :x2="w.mm / 2"
            :y1="disc.top + 28 + i * 14"
            :y2="disc.top + 28 + i * 14"
            stroke="var(--outside-on-blue)"
            stroke-width="3"
          />
          <text :x="box.x + 4" :y="disc.top + 32 + i * 14" font-size="13" fill="var(--outside-on-blue)">
            {{ t(`pull.width.${w.name}`, { mm: rough(w.mm) }) }}
          </text>
        </g>
      </g>
    </svg>
    <ul class="grid grid-cols-2 gap-x-3 px-3 text-small leading-snug">
      <li v-for="n in notes" :key="n.key" :style="{ color: n.tone }" :data-note="n.key">{{ n.text }}</li>
    </ul>
    <figcaption class="px-3 pb-1 text-fine leading-tight text-scribe">{{ t('pull.to-scale') }}</figcaption>
  </figure>
</template>
