<script setup lang="ts">
import { computed, ref, shallowRef, watchEffect } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Snapshot } from '#core/job/snapshot'
import type { StageName } from '#core/job/stages'
import { cannotEnd, openStages, openThings, openTold } from '#core/works/open-things'
import type { StageLogic } from '#core/works/stage-logic'
import SheetDialog from '../../../bench/SheetDialog.vue'
import { useActs } from '../../../bench/useActs'
import { useTell } from '../../../bench/useTell'
import { logicOf } from '../../../stores/gate'
import { useShop } from '../../../stores/shop'
import { useShopClock } from '../../../stores/shop-clock'

/** A job that cannot be finished is ended as it stands: everything open is named, a lead says why. */
const props = defineProps<{ snapshot: Snapshot }>()
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n()
const tell = useTell()
const shop = useShop()
const { act, problem } = useActs()
const clock = useShopClock()
const why = ref('')

/** What the stages that are open know of themselves; null until all of it is here. */
const logics = shallowRef<ReadonlyMap<StageName, StageLogic> | null>(null)
watchEffect(async () => {
  const stages = openStages(props.snapshot)
  logics.value = new Map(await Promise.all(stages.map(async (s) => [s, await logicOf(s)] as const)))
})
const open = computed(() => {
  const there = logics.value
  if (!there || openStages(props.snapshot).some((s) => !there.has(s))) return null
  return openThings(props.snapshot, (stage) => there.get(stage)!, clock.nowMs())
})
const cannot = computed(() => open.value && cannotEnd(shop.person, open.value, open.value))
const ready = computed(() => cannot.value === null && open.value !== null && why.value.trim() !== '')

function end(): void {
  if (!ready.value) return
  if (act({ what: 'end-as-it-stands', why: why.value.trim(), open: open.value! })) emit('close')
}
</script>

<template>
  <SheetDialog open :title="t('record.ended-title')" @close="emit('close')">
    <form class="max-w-[80ch]" @submit.prevent="end">
      <p>{{ t('record.end-how') }}</p>
      <ul
        v-if="open"
        class="my-3 flex max-h-[40vh] flex-col gap-1 overflow-y-auto"
        tabindex="0"
        data-part="open-things"
      >
        <li v-for="(told, i) in openTold(open)" :key="i" class="border-l-4 border-outside pl-2 font-semibold">
          {{ tell(told) }}
        </li>
      </ul>
      <p v-if="cannot === 'lead-only'" class="font-semibold" role="alert" data-part="lead-only">
        {{ t('record.end-lead') }}
      </p>
      <label v-else class="field"
        >{{ t('record.end-why') }}<textarea v-model="why" autofocus rows="2" maxlength="300" data-part="end-why" />
      </label>
      <p v-if="problem" class="font-semibold text-outside" role="alert">{{ problem }}</p>
      <div class="mt-4 flex gap-2">
        <button type="submit" class="key-brass disabled:opacity-50" :disabled="!ready" data-part="end-confirm">
          {{ t('record.end-button') }}
        </button>
        <button type="button" class="key" @click="emit('close')">{{ t('keys.close') }}</button>
      </div>
    </form>
  </SheetDialog>
</template>
