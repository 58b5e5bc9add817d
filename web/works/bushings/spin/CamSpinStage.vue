<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { camSpin } from '#core/works/bushings/spin/steps'
import { lastAt, lastOf, readClearance } from '#core/works/bushings/read-bushings'
import { readFloat, readSpin } from '#core/works/bushings/read-spin'
import { useFigures } from '../../../bench/useFigures'
import EntryKeys from '../../../bench/record/EntryKeys.vue'
import HousingShell from '../HousingShell.vue'
import { useHousings } from '../useHousings'
import SpinCurve from './SpinCurve.vue'

const { t } = useI18n()
const { length, torque } = useFigures()
const hands = useHousings('cam-spin', camSpin)
const { snapshot, section, housings, closed } = hands
const whole = { cylinder: null, place: null }
const spin = computed(() => readSpin(snapshot.value))
const before = computed(() => readFloat(snapshot.value, 'before'))
const after = computed(() => readFloat(snapshot.value, 'after'))
const shaftIn = computed(() => lastOf(snapshot.value, 'shaftIn'))
const plugged = computed(() => lastOf(snapshot.value, 'camPlugs')?.fitted ?? false)
const floats = computed(() =>
  (['endFloat', 'backlash'] as const).map((key) => ({
    key,
    word: t(key === 'endFloat' ? 'cam.end-float' : 'cam.backlash'),
    beforeMm: before.value.entry?.[`${key}Mm`] ?? null,
    afterMm: after.value.entry?.[`${key}Mm`] ?? null,
    verdict: after.value[key],
    window: section.value?.[key] ?? null,
  })),
)
const words = computed(() =>
  Object.fromEntries(
    housings.value.map((h) => {
      const blue = lastAt(snapshot.value, 'blued', h.place)
      const eased = lastAt(snapshot.value, 'eased', h.place)
      const clearance = readClearance(snapshot.value, h)?.clearanceMm ?? null
      const told = eased
        ? t('cam.eased')
        : blue
          ? blue.oClock === null
            ? t('cam.no-mark')
            : t('cam.marks-at', { hour: blue.oClock })
          : ''
      return [
        h.place,
        {
          text: clearance === null ? '—' : length(clearance),
          more: told,
          verdict: blue?.oClock != null && !eased ? ('out' as const) : null,
        },
      ]
    }),
  ),
)
</script>

<template>
  <HousingShell :hands="hands" :words="words">
    <SpinCurve
      v-if="section"
      :test="spin.test"
      :readings="spin.turned?.readings ?? []"
      :arm-mm="spin.turned?.armMm ?? null"
      :limit-nm="section.turningNm"
    />
    <template #side>
      <div
        v-if="spin.turned"
        class="border border-line bg-plate p-3 text-body"
        data-part="spin-entry"
        :data-reading="spin.reading"
      >
        <p class="font-bold" :class="{ 'text-outside': spin.reading !== 'free' }">
          {{ t(`cam.spin-reading.${spin.reading}`) }}
        </p>
        <p v-if="spin.test">
          {{ torque(spin.test.peakNm) }}, {{ t('cam.spin-limit', { limit: torque(section!.turningNm, true) }) }}
        </p>
        <p v-if="spin.test && spin.reading === 'tight-at-one-place' && spin.test.peakAtDeg !== null">
          {{ t('cam.spin-at', { deg: Math.round(spin.test.peakAtDeg) }) }}
        </p>
        <EntryKeys v-if="!closed" class="mt-2" :hands="hands" what="turn-cam" :entry="spin.turned" :spot="whole" />
      </div>
      <p v-if="shaftIn" class="text-body" :class="{ 'font-semibold text-outside': !shaftIn.asPhotographed }">
        {{ t(shaftIn.asPhotographed ? 'cam.timing-on' : 'cam.timing-off') }}
      </p>
      <table class="w-full text-left text-body" data-part="floats">
        <thead>
          <tr class="border-b border-line">
            <th></th>
            <th scope="col" class="text-right font-normal text-soft">{{ t('cam.before') }}</th>
            <th scope="col" class="text-right font-normal text-soft">{{ t('cam.after') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="f in floats" :key="f.key" class="border-b border-line">
            <th scope="row" class="py-1 font-normal">
              {{ f.word }}
              <span v-if="f.window" class="figure block text-small text-soft">{{
                t('cam.window', { min: length(f.window.minMm), max: length(f.window.maxMm) })
              }}</span>
            </th>
            <td class="figure text-right">{{ f.beforeMm === null ? '—' : length(f.beforeMm) }}</td>
            <td class="figure text-right" :class="{ 'font-bold text-outside': f.verdict === 'out' }">
              {{ f.afterMm === null ? t('cam.not-yet') : length(f.afterMm) }}
            </td>
          </tr>
        </tbody>
      </table>
      <EntryKeys
        v-if="after.entry && !closed"
        :hands="hands"
        what="read-cam-again"
        :entry="after.entry"
        :spot="whole"
      />
      <p class="text-body">{{ t(plugged ? 'cam.plug-sealed' : 'cam.plug-open') }}</p>
    </template>
  </HousingShell>
</template>
