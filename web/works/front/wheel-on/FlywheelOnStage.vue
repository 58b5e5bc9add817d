<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { flywheelOn } from '#core/works/front/wheel-on/steps'
import { readFlywheel } from '#core/works/front/read-flywheel'
import { frontEntries } from '#core/works/front/read-front'
import { useShopNow } from '../../../stores/shop-clock'
import EndShell from '../EndShell.vue'
import FlywheelFace from '../FlywheelFace.vue'
import { useEnds } from '../useEnds'

const { t } = useI18n()
const nowMs = useShopNow(1000)
const hands = useEnds('flywheel-on', flywheelOn, {}, () => nowMs.value)
const { snapshot, section, closed, strike } = hands
const state = computed(() => readFlywheel(snapshot.value))
const steps = computed(() => frontEntries(snapshot.value, 'flywheelMounted'))
const flywheel = computed(() => section.value?.flywheel ?? null)
const shaftMm = computed(() => section.value?.ends.find((e) => e.end === 'rear')?.shaftMm ?? 0)
const last = computed(() => state.value.boreSweep ?? state.value.faceSweep)
</script>

<template>
  <EndShell :hands="hands" whole :joint="state.bolts">
    <FlywheelFace v-if="flywheel" :snapshot="snapshot" :flywheel="flywheel" :shaft-mm="shaftMm" mounting />
    <template #side>
      <ol v-if="steps.length" class="text-body" data-part="wheel-steps">
        <li v-for="(s, i) in steps" :key="s.id" class="flex items-center gap-2 border-b border-line py-1">
          <span class="flex-1">{{ t(`front.mount.${s.step}`) }}</span>
          <button
            v-if="!closed && i === steps.length - 1"
            type="button"
            class="key !min-h-[44px] !px-2 text-small"
            @click="strike(s.id)"
          >
            {{ t('front.strike') }}
          </button>
        </li>
      </ol>
      <p v-if="state.face" class="text-body" :class="{ 'font-bold text-outside': state.faceVerdict === 'out' }">
        {{ t('front.wheel-runout') }}: {{ t(`verdict.${state.faceVerdict}`) }}
      </p>
      <p v-if="state.bore" class="text-body" :class="{ 'font-bold text-outside': state.boreVerdict === 'out' }">
        {{ t('front.housing-bore') }}: {{ t(`verdict.${state.boreVerdict}`) }}
      </p>
      <button v-if="last && !closed" type="button" class="key" @click="strike(last.id)">{{ t('front.strike') }}</button>
    </template>
  </EndShell>
</template>
