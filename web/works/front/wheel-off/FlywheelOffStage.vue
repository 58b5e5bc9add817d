<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { flywheelOff } from '#core/works/front/wheel-off/steps'
import { flywheelScrap } from '#core/works/front/read-flywheel'
import { frontEntries, lastOf } from '#core/works/front/read-front'
import EntryKeys from '../../../bench/record/EntryKeys.vue'
import EndShell from '../EndShell.vue'
import FlywheelFace from '../FlywheelFace.vue'
import { useEnds, wholeCrank } from '../useEnds'

const { t } = useI18n()
const hands = useEnds('flywheel-off', flywheelOff)
const { snapshot, section, closed, strike } = hands
const freed = computed(() => frontEntries(snapshot.value, 'flywheelFreed'))
const seen = computed(() => lastOf(snapshot.value, 'flywheelLooks'))
const scrap = computed(() => flywheelScrap(snapshot.value) ?? [])
const shaftMm = computed(() => section.value?.ends.find((e) => e.end === 'rear')?.shaftMm ?? 0)
</script>

<template>
  <EndShell :hands="hands" whole>
    <FlywheelFace v-if="section?.flywheel" :snapshot="snapshot" :flywheel="section.flywheel" :shaft-mm="shaftMm" />
    <template #side>
      <ol v-if="freed.length" class="text-body" data-part="wheel-steps">
        <li v-for="(f, i) in freed" :key="f.id" class="flex items-center gap-2 border-b border-line py-1">
          <span class="flex-1">{{ t(`front.free.${f.step}`) }}</span>
          <button
            v-if="!closed && i === freed.length - 1 && !seen"
            type="button"
            class="key !min-h-[44px] !px-2 text-small"
            @click="strike(f.id)"
          >
            {{ t('front.strike') }}
          </button>
        </li>
      </ol>
      <div v-if="seen" class="border border-line bg-plate p-3 text-body" data-part="wheel-entry">
        <p>
          {{
            t('front.record-wheel', {
              face: t(`front.wheel-face.${seen.face}`),
              teeth: t(`front.teeth.${seen.teeth}`),
            })
          }}
        </p>
        <p v-for="why in scrap" :key="why" class="font-semibold text-outside">{{ t(`front.wheel-scrap.${why}`) }}</p>
        <EntryKeys v-if="!closed" class="mt-2" :hands="hands" what="look-flywheel" :entry="seen" :spot="wholeCrank" />
      </div>
    </template>
  </EndShell>
</template>
