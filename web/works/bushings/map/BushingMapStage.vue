<script setup lang="ts">
import { worstVerdict } from '#core/measure/verdict'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { nearestCode } from '#core/bushing/compare-codes'
import { bushingMap } from '#core/works/bushings/map/steps'
import { codesFor, mayGoIn, readBushing, readClearance, readHousing } from '#core/works/bushings/read-bushings'
import CodeCompare from '../../../bench/pad/CodeCompare.vue'
import { useFigures } from '../../../bench/useFigures'
import EntryKeys from '../../../bench/record/EntryKeys.vue'
import HousingShell from '../HousingShell.vue'
import { useHousings } from '../useHousings'
import FitStack from './FitStack.vue'
import MapLinks from './MapLinks.vue'

const { t } = useI18n()
const { length, withUnit } = useFigures()
const hands = useHousings('bushing-map', bushingMap)
const { snapshot, section, housings, move, closed, mine, choose } = hands
const housing = computed(() => (mine.value ? readHousing(snapshot.value, mine.value) : null))
const bushing = computed(() => (mine.value ? readBushing(snapshot.value, mine.value) : null))
const clearance = computed(() => (mine.value ? readClearance(snapshot.value, mine.value) : null))
const codes = computed(() => (mine.value ? codesFor(snapshot.value, mine.value.n).map((c) => c.code) : []))
const listed = computed(() => (bushing.value?.read ? nearestCode(bushing.value.read.code, codes.value) : null))
const fitWords = (s: ReturnType<typeof readBushing>) =>
  s.fit ? t(`cam.fit.${s.fit}`, { n: s.belongsAt?.replace('housing-', '') ?? '' }) : ''
const words = computed(() =>
  Object.fromEntries(
    housings.value.map((h) => {
      const s = readBushing(snapshot.value, h)
      const { meanMm } = readHousing(snapshot.value, h)
      const c = readClearance(snapshot.value, h)
      const wrong = s.fit !== null && !mayGoIn(s)
      const judged = c ? (c.verdict === 'in' || c.verdict === 'unsure' ? c.verdict : ('out' as const)) : null
      return [
        h.place,
        {
          text: s.read?.code ?? (meanMm === null ? t('rail.open') : length(meanMm)),
          more: fitWords(s),
          verdict: wrong
            ? ('out' as const)
            : s.fit === 'near'
              ? worstVerdict(['unsure', judged ?? 'in'])
              : s.fit
                ? judged
                : null,
        },
      ]
    }),
  ),
)
</script>

<template>
  <HousingShell :hands="hands" :words="words">
    <FitStack
      v-if="mine && section && clearance && bushing && mayGoIn(bushing) && move.action !== 'swap'"
      :clearance="clearance"
      :window="section.clearance"
      :interference="section.interference"
    />
    <MapLinks v-else :snapshot="snapshot" :selected="mine?.place ?? null" @select="choose" />
    <template #side>
      <template v-if="mine && section">
        <p class="text-body">
          {{ t('cam.bore') }} {{ t('cam.want', { want: withUnit(mine.of.boreMm), tol: length(section.boreTolMm) }) }}
        </p>
        <dl v-if="housing?.entry" class="grid grid-cols-[1fr_auto] gap-y-1 text-body" data-part="housing-entry">
          <dt>{{ t('cam.size') }}</dt>
          <dd class="figure">{{ length(housing.meanMm!) }} · {{ t(`verdict.${housing.size}`) }}</dd>
          <template v-for="(d, i) in mine.of.drillings" :key="i">
            <dt>{{ t('cam.feeds', { feeds: d.feeds }) }}</dt>
            <dd class="figure">
              {{ housing.entry.drillingsMm[i] == null ? '—' : length(housing.entry.drillingsMm[i]!) }}
            </dd>
          </template>
        </dl>
        <EntryKeys v-if="housing?.entry && !closed" :hands="hands" what="measure-housing" :entry="housing.entry" />
        <div
          v-if="bushing?.read"
          class="border border-line bg-plate p-3 text-body"
          data-part="bushing-entry"
          :data-fit="bushing.fit"
        >
          <p class="flex items-baseline justify-between gap-2">
            <b class="figure">{{ bushing.read.code }}</b>
            <span :class="mayGoIn(bushing) ? '' : 'font-bold text-outside'">{{ fitWords(bushing) }}</span>
          </p>
          <p>{{ t('cam.allowed', { codes: codes.join(', ') }) }}</p>
          <CodeCompare v-if="listed && !mayGoIn(bushing)" :read="bushing.read.code" :listed="listed" />
          <p v-if="bushing.interferenceMm !== null">
            {{ t('cam.interference') }} <span class="figure">{{ length(bushing.interferenceMm) }}</span> ({{
              t('cam.window', { min: length(section.interference.minMm), max: length(section.interference.maxMm) })
            }})
          </p>
          <EntryKeys v-if="!closed" class="mt-2" :hands="hands" what="note-bushing" :entry="bushing.read" />
        </div>
      </template>
    </template>
  </HousingShell>
</template>
