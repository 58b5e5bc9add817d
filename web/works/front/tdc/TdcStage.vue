<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { lastOf } from '#core/works/front/read-front'
import { pointerOffDeg, readTop } from '#core/works/front/tdc/read'
import { tdc } from '#core/works/front/tdc/steps'
import EntryKeys from '../../../bench/record/EntryKeys.vue'
import EndShell from '../EndShell.vue'
import { useEnds, wholeCrank } from '../useEnds'
import TopCircle from './TopCircle.vue'

const { t } = useI18n()
const hands = useEnds('tdc', tdc)
const { snapshot, closed } = hands
const top = computed(() => readTop(snapshot.value))
const stops = computed(() => lastOf(snapshot.value, 'tops'))
const off = computed(() => pointerOffDeg(snapshot.value))
</script>

<template>
  <EndShell :hands="hands" whole>
    <TopCircle :top="top" :stops="stops" :off-deg="off" />
    <template #side>
      <dl v-if="stops" class="grid grid-cols-[1fr_auto] gap-y-1 text-body" data-part="tdc-entry">
        <dt>{{ t('front.stop-forward') }}</dt>
        <dd class="figure">{{ stops.forwardDeg }}°</dd>
        <dt>{{ t('front.stop-backward') }}</dt>
        <dd class="figure">{{ stops.backwardDeg }}°</dd>
        <dt>{{ t('front.mark') }}</dt>
        <dd class="figure">{{ stops.markDeg }}°</dd>
      </dl>
      <EntryKeys v-if="stops && !closed" :hands="hands" what="read-tdc" :entry="stops" :spot="wholeCrank" />
    </template>
  </EndShell>
</template>
