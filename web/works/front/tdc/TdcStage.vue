<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { lastOf } from '#core/works/front/read-front'
import { pointerOffDeg, readTop, tdcMove } from '#core/works/front/tdc'
import EndShell from '../EndShell.vue'
import { useEnds } from '../useEnds'
import TopCircle from './TopCircle.vue'

const { t } = useI18n()
const hands = useEnds((s) => tdcMove(s))
const { snapshot, closed, strike } = hands
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
      <button v-if="stops && !closed" type="button" class="key" @click="strike(stops.id)">
        {{ t('front.strike') }}
      </button>
    </template>
  </EndShell>
</template>
