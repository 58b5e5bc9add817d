<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import type { JointState } from '#core/works/fasteners/read-joint'
import { useFigures } from '../../bench/useFigures'
import type { BoltVerdict } from '#core/fasten/judge-tightening'

/** The bolts where they are, each with its number in the order and a ring for every round; the one in hand is large. */
const props = defineProps<{ state: JointState; inHand: string | null }>()
const emit = defineEmits<{ choose: [bolt: string] }>()
const { t } = useI18n()
const { torque } = useFigures()
const frame = useTemplateRef<HTMLElement>('frame')
const { width: w, height: h } = useElementSize(frame, { width: 480, height: 360 })
const width = computed(() => Math.max(260, w.value))
const height = computed(() => Math.max(220, h.value))
const MARGIN = 64
const box = computed(() => {
  const { bolts } = props.state.joint
  const [xs, ys] = [bolts.map((b) => b.xMm), bolts.map((b) => b.yMm)]
  return { x0: Math.min(...xs), x1: Math.max(...xs), y0: Math.min(...ys), y1: Math.max(...ys) }
})
const scale = computed(() => {
  const { x0, x1, y0, y1 } = box.value
  const wide = (width.value - 2 * MARGIN) / Math.max(1, x1 - x0)
  const tall = (height.value - 2 * MARGIN) / Math.max(1, y1 - y0)
  return Math.min(wide, tall)
})
const place = (b: { xMm: number; yMm: number }) => {
  const { x0, x1, y0, y1 } = box.value
  return {
    x: width.value / 2 + (b.xMm - (x0 + x1) / 2) * scale.value,
    y: height.value / 2 - (b.yMm - (y0 + y1) / 2) * scale.value,
  }
}
const tone = (verdict: BoltVerdict) =>
  verdict === 'ok'
    ? 'var(--inside-on-blue)'
    : verdict === 'not-done'
      ? 'rgb(232 238 244 / 0.35)'
      : 'var(--outside-on-blue)'
const bolts = computed(() =>
  props.state.joint.bolts.map((b) => ({
    ...b,
    ...place(b),
    turn: props.state.order.indexOf(b.id) + 1,
    next: props.inHand === b.id,
    rings: props.state.rounds.map((r) => r.judged.bolts.find((x) => x.bolt === b.id)!.verdict),
    took: tookBy(b.id),
  })),
)
/** What a bolt took last, and how that is. */
function tookBy(bolt: string): { words: string; verdict: BoltVerdict } | null {
  const round = props.state.rounds.findLast((r) => r.readings.some((x) => x.bolt === bolt))
  if (!round) return null
  const { verdict } = round.judged.bolts.find((b) => b.bolt === bolt)!
  const took = torque(round.readings.findLast((r) => r.bolt === bolt)!.torqueNm)
  return { verdict, words: verdict === 'ok' ? took : `${took}, ${t(`joint.verdict.${verdict}`)}` }
}
/** The way from bolt to bolt in their order. */
const way = computed(() =>
  props.state.order
    .map((id) => place(props.state.joint.bolts.find((b) => b.id === id)!))
    .map((p, i) => `${i === 0 ? 'M' : 'L'} ${p.x} ${p.y}`)
    .join(' '),
)
</script>

<template>
  <figure ref="frame" class="relative m-0 h-full min-h-0 w-full overflow-hidden bg-layout" data-part="bolt-plan">
    <svg
      :width="width"
      :height="height"
      :viewBox="`0 0 ${width} ${height}`"
      class="block"
      role="img"
      :aria-label="t('joint.plan')"
    >
      <path
        :d="way"
        fill="none"
        stroke="var(--scribe)"
        stroke-opacity="0.22"
        stroke-width="1.5"
        stroke-dasharray="3 5"
      />
      <g
        v-for="b in bolts"
        :key="b.id"
        :data-bolt="b.id"
        :data-verdict="b.rings.at(-1)"
        class="cursor-pointer"
        @click="emit('choose', b.id)"
      >
        <circle
          v-for="(verdict, i) in b.rings"
          :key="i"
          :cx="b.x"
          :cy="b.y"
          :r="(b.next ? 30 : 18) + i * 6"
          fill="none"
          :stroke="tone(verdict)"
          :stroke-width="verdict === 'not-done' ? 1.5 : 4"
          :stroke-dasharray="verdict === 'not-done' ? '3 4' : 'none'"
        />
        <!-- A hexagon, as it is seen from above. -->
        <path
          :d="`M ${[0, 1, 2, 3, 4, 5].map((k) => `${b.x + Math.cos((k * Math.PI) / 3) * (b.next ? 22 : 12)} ${b.y + Math.sin((k * Math.PI) / 3) * (b.next ? 22 : 12)}`).join(' L ')} Z`"
          :fill="b.next ? 'var(--brass-on-blue)' : 'rgb(232 238 244 / 0.2)'"
          stroke="var(--scribe)"
          :stroke-width="b.next ? 2.5 : 1.5"
        />
        <line
          v-if="state.witness"
          :x1="b.x"
          :x2="b.x + 30"
          :y1="b.y"
          :y2="b.y"
          stroke="var(--outside-on-blue)"
          stroke-width="4"
        />
        <text
          :x="b.x"
          :y="b.y + (b.next ? 7 : 5)"
          text-anchor="middle"
          :font-size="b.next ? 20 : 14"
          font-weight="700"
          :fill="b.next ? 'var(--layout)' : 'var(--scribe)'"
        >
          {{ b.turn }}
        </text>
        <text
          v-if="b.took"
          :x="b.x"
          :y="b.y + (b.next ? 34 : 22) + 6 * b.rings.length + 8"
          text-anchor="middle"
          font-size="15"
          :font-weight="b.took.verdict === 'ok' ? 400 : 700"
          :fill="tone(b.took.verdict)"
          data-part="bolt-took"
        >
          {{ b.took.words }}
        </text>
      </g>
      <text v-if="state.order.length > 1" x="14" y="24" font-size="14" fill="var(--scribe)">
        {{ t(state.ofBook ? 'joint.of-book' : 'joint.none-in-book') }}
      </text>
    </svg>
  </figure>
</template>
