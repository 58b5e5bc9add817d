<script setup lang="ts">
import { computed, onBeforeUnmount, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { useGoOn } from '../../../bench/useGoOn'
import { textOf } from '#core/job/move'
import { isClosed } from '#core/job/route'
import { parts } from '#core/works/liners/parts/steps'
import { CloseStageDialog } from '../../../bench/dialogs'
import NewPartDialog from '../../../bench/NewPartDialog.vue'
import PartsImport from '../../../bench/PartsImport.vue'
import MoveBar from '../../../bench/MoveBar.vue'
import { useStageKeys } from '../../../bench/useStageKeys'
import { useGauge } from '../../../stores/gauge'
import { useJob } from '../../../stores/job'
import { useShop } from '../../../stores/shop'
import JobParts from './JobParts.vue'

const { t } = useI18n()
const job = useJob()
const shop = useShop()
const goOn = useGoOn()
const snapshot = computed(() => job.snapshot!)
const engines = computed(() => (shop.shop?.engines ?? []).filter((e) => e.id === snapshot.value.engine.id))
const closed = computed(() => isClosed(snapshot.value, 'parts'))
const move = computed(() => parts.move(snapshot.value, { cylinder: job.selected }))
const chosen = ref<string | null>(null)
const dialog = ref<'close' | 'reopen' | 'import' | 'new' | null>(null)

function go(): void {
  const acts: Record<string, () => void> = {
    add: () => (dialog.value = 'new'),
    measure: () => (chosen.value = textOf(move.value, 'partId')),
    'close-stage': () => (dialog.value = 'close'),
    done: () => goOn('parts'),
  }
  acts[move.value.action]?.()
}
function finish(note: string): void {
  job.act({ what: dialog.value === 'reopen' ? 'reopen-stage' : 'close-stage', stage: 'parts', note })
  dialog.value = null
}
useStageKeys(
  () => dialog.value !== null,
  () => move.value,
  { n: go },
)
onBeforeUnmount(() => useGauge().disconnect())
</script>

<template>
  <div class="flex h-full min-h-0 flex-col" data-stage="parts">
    <div class="min-h-0 flex-1 overflow-y-auto px-5 py-4">
      <div class="mb-3 flex items-center gap-2">
        <h2 class="flex-1 text-figure">{{ t('stage.parts') }}</h2>
        <button v-if="closed" type="button" class="key" data-part="reopen" @click="dialog = 'reopen'">
          {{ t('pad.reopen') }}
        </button>
        <template v-else>
          <button type="button" class="key" @click="dialog = 'import'">{{ t('parts.import') }}</button>
          <button type="button" class="key" data-part="new-part" @click="dialog = 'new'">{{ t('parts.new') }}</button>
        </template>
      </div>
      <JobParts v-model="chosen" :engines="engines" :closed="closed" />
    </div>
    <MoveBar :move="move" @go="go" />
    <PartsImport :open="dialog === 'import'" :engines="engines" @close="dialog = null" @changed="job.refresh()" />
    <NewPartDialog
      :open="dialog === 'new'"
      :engines="engines"
      @close="dialog = null"
      @changed="
        (id) => {
          chosen = id
          void job.refresh()
        }
      "
    />
    <CloseStageDialog
      :open="dialog === 'close' || dialog === 'reopen'"
      :mode="dialog === 'reopen' ? 'reopen' : 'close'"
      :snapshot="snapshot"
      stage="parts"
      :person="shop.person"
      @close="dialog = null"
      @done="finish"
    />
  </div>
</template>
