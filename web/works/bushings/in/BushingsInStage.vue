<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRouter } from 'vue-router'
import { isClosed } from '#core/job/route'
import { bushingsIn } from '#core/works/bushings/in/steps'
import { bushingEntries, lastAt, lieOf, seenHours } from '#core/works/bushings/read-bushings'
import {
  aimOf,
  type Aim,
  codeAt,
  readDrive,
  readForces,
  readHoles,
  readPlacing,
  toolFrom,
} from '#core/works/bushings/read-placing'
import { useActs } from '../../../bench/useActs'
import { useFigures } from '../../../bench/useFigures'
import HousingShell from '../HousingShell.vue'
import BlockLie from '../BlockLie.vue'
import { useLie } from '../useLie'
import { useHousings } from '../useHousings'
import AimSchools from './AimSchools.vue'
import DriveSection from './DriveSection.vue'
import HoleColumn from './HoleColumn.vue'

const { t } = useI18n()
const { length, withUnit, force } = useFigures()
const router = useRouter()
const { act } = useActs()
const hands = useHousings('bushings-in', bushingsIn, {
  'galleries-again': () => {
    if (isClosed(snapshot.value, 'galleries'))
      act({ what: 'reopen-stage', stage: 'galleries', note: t('gate.not-clean') })
    void router.push({ name: 'galleries' })
  },
})
const { snapshot, section, housings, closed, mine, strike, turn } = hands
/** How it is aimed: as it was chosen so far, and else as the sheet and the trade have it. */
const aim = computed<Aim>(() => ({
  ...(mine.value ? aimOf(snapshot.value, mine.value) : { from: 'rear', back: 'dry', aimFor: 'holes' }),
  ...(turn.current.value?.entry === 'aim-bushing' ? (turn.sofar.value as Partial<Aim>) : {}),
}))
const state = computed(() => (mine.value ? readDrive(snapshot.value, mine.value) : null))
const started = computed(() => state.value?.aimed ?? false)
const placing = computed(() => {
  if (!mine.value) return null
  const { from, aimFor } = started.value ? aimOf(snapshot.value, mine.value) : aim.value
  return readPlacing(snapshot.value, mine.value, from, aimFor)
})
const holes = computed(() => (mine.value ? readHoles(snapshot.value, mine.value) : []))
const code = computed(() => (mine.value ? codeAt(snapshot.value, mine.value) : null))
const tool = computed(() =>
  mine.value
    ? toolFrom(snapshot.value, mine.value, started.value ? aimOf(snapshot.value, mine.value).from : aim.value.from)
    : null,
)
const forces = computed(() => (mine.value ? readForces(snapshot.value, mine.value) : null))
const seen = computed(() => (mine.value ? seenHours(mine.value, lieOf(snapshot.value)) : []))
const done = computed(() => (mine.value ? lastAt(snapshot.value, 'finished', mine.value.place) : null))
const lies = useLie()
const lastLook = computed(
  () => bushingEntries(snapshot.value, 'looks').findLast((l) => l.place === mine.value?.place) ?? null,
)
const lastAim = computed(() => (mine.value ? lastAt(snapshot.value, 'aimed', mine.value.place) : null))
/** What is struck out first: the last thing that was done at this housing. */
const undo = computed(() => {
  const proof = bushingEntries(snapshot.value, 'proofs').findLast((p) => p.place === mine.value?.place)
  const all = { finished: done.value, proof, look: lastLook.value, aim: lastAim.value }
  const there = Object.entries(all).flatMap(([what, entry]) => (entry ? [{ what, id: entry.id, seq: entry.seq }] : []))
  return there.sort((a, b) => b.seq - a.seq)[0] ?? null
})
const words = computed(() =>
  Object.fromEntries(
    housings.value.map((h) => {
      const d = readDrive(snapshot.value, h)
      const inIt = lastAt(snapshot.value, 'finished', h.place)
      const shut = readHoles(snapshot.value, h).filter((o) => o.open === false).length
      return [
        h.place,
        {
          text: inIt
            ? t('cam.in')
            : d.depthMm !== null
              ? length(d.depthMm)
              : d.aimed
                ? t('cam.stage-marked')
                : t('cam.bare'),
          more: readHoles(snapshot.value, h)
            .flatMap((o) => (o.share === null ? [] : [t('cam.open-share', { share: Math.round(100 * o.share) })]))
            .join(', '),
          verdict: inIt
            ? shut > 0
              ? ('out' as const)
              : ('in' as const)
            : d.drive?.verdict === 'too-far'
              ? ('out' as const)
              : null,
        },
      ]
    }),
  ),
)
</script>

<template>
  <HousingShell :hands="hands" :words="words">
    <div v-if="mine && placing && code" class="flex h-full min-h-0">
      <div class="min-h-0 min-w-0 flex-1">
        <DriveSection
          v-if="started && tool"
          :housing="mine"
          :from="tool.from"
          :bushing-width-mm="code.widthMm"
          :placing="placing"
          :looks="state!.looks"
          :depth-mm="state!.depthMm"
          :blows-left="state!.drive?.blowsToNextLook ?? null"
          :pilot-n="tool.pilotAt?.replace('housing-', '') ?? null"
        />
        <BlockLie v-else :housing="mine" :lie="lieOf(snapshot)" :bushing="1" :closed="closed" @lies="lies" />
      </div>
      <HoleColumn
        :holes="placing.holes"
        :drillings="mine.of.drillings"
        :best-mm="placing.placed.best?.depthMm ?? null"
        :depth-mm="started ? (state?.depthMm ?? null) : null"
        :pins-mm="holes.map((o) => o.proof?.pinMm ?? null)"
        :wanted="section!.wantedShare"
      />
    </div>
    <template #side>
      <AimSchools
        v-if="mine && placing && !started && !closed"
        :aim="aim"
        :snapshot="snapshot"
        :housing="mine"
        :forces="forces"
      />
      <template v-if="mine && placing && started">
        <p v-if="placing.targetMm !== null" class="text-body">
          {{ t('cam.depth-window', { from: length(placing.fromMm!), to: withUnit(placing.toMm!) }) }}
        </p>
        <p v-if="state!.looks.length" class="text-body" data-part="blows">
          {{ t('cam.blows', { n: state!.looks.at(-1)!.blows }) }}
          <template v-if="state!.drive?.perBlowMm">
            · <span class="figure">{{ t('cam.per-blow', { mm: length(state!.drive.perBlowMm) }) }}</span>
          </template>
        </p>
        <p v-if="placing.targetMm !== null && code" class="text-small text-soft">
          {{ t('cam.tape', { mm: length(Math.abs(placing.targetMm)) }) }}
        </p>
        <ul class="text-body" data-part="hole-list">
          <li v-for="o in holes" :key="o.hole" class="border-b border-line py-1" :data-open="o.open">
            <b>{{ t('cam.here', { hour: seen[o.hole]?.oClock ?? '' }) }}</b>, {{ mine.of.drillings[o.hole]!.feeds
            }}<br />
            <template v-if="o.proof?.pinMm != null">
              {{ t('cam.proven', { pin: length(o.proof.pinMm), share: Math.round(100 * (o.share ?? 0)) }) }}
            </template>
            <template v-else-if="o.proof?.light">
              {{ t('cam.proven-light', { seen: t(`cam.lights.${o.proof.light}`) }) }}
            </template>
            <template v-else-if="o.byDepth">
              {{
                t('cam.pin-expect', {
                  pin: length(o.byDepth.pinMm),
                  whole: length(Math.min(placing.holes[o.hole]!.bushingHoleMm, placing.holes[o.hole]!.drillingMm)),
                })
              }}
            </template>
            <span class="text-small text-soft">
              · {{ t('cam.wanted', { share: Math.round(100 * section!.wantedShare) }) }}</span
            >
          </li>
        </ul>
        <p v-if="forces" class="text-small text-soft">
          {{ t(`cam.back.${lastAim?.back ?? 'dry'}`) }}: {{ force(forces[lastAim?.back ?? 'dry']) }}
        </p>
      </template>
      <button v-if="undo && !closed" type="button" class="key" data-part="strike-last" @click="strike(undo.id)">
        {{ t('cam.strike') }}: {{ t(`cam.undo.${undo.what}`) }}
      </button>
    </template>
  </HousingShell>
</template>
