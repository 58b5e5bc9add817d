<script setup lang="ts">
import { useEventListener, useTimeoutFn } from '@vueuse/core'
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute, useRouter } from 'vue-router'
import { otherSheets } from '#core/job/as-judged'
import { stageNames, worksOf } from '#core/job/stages'
import { broughtComponent } from '../app/bring'
import { useWords } from '../app/i18n'
import HeadStrip from '../bench/HeadStrip.vue'
import DeviceNotes from '../bench/DeviceNotes.vue'
import NewerNote from '../bench/NewerNote.vue'
import PartsNote from '../bench/PartsNote.vue'
import { BroughtLimits, KeyHelp, RefusedNote, RefusedTray } from '../bench/dialogs'
import RouteRail from '../bench/RouteRail.vue'
import { useFigures } from '../bench/useFigures'
import { logicOf } from '../stores/gate'
import { useJob } from '../stores/job'
import { useOutbox } from '../stores/outbox'
import { stageView } from '../works'

/** Brought where it is needed, which is seldom. */
const LimitsNote = broughtComponent(() => import('../bench/LimitsNote.vue'))
const props = defineProps<{ jobId: string }>()
const { t } = useI18n()
const { when } = useFigures()
const job = useJob()
const outbox = useOutbox()
const route = useRoute()
const router = useRouter()
const dialog = ref<'keys' | 'refused' | 'brought' | null>(null)

const subtitle = computed(() =>
  job.snapshot ? t('head.subtitle', { engine: job.snapshot.engine.name, number: job.snapshot.job.number }) : '',
)

/** Whether the limits changed under the stage on the screen. */
const limitsDiffer = computed(
  () =>
    job.whole !== null && job.stage !== null && job.stage !== 'record' && otherSheets(job.whole, job.stage).length > 0,
)

/** Where the job came from, if it is from elsewhere. */
const way = computed(() => job.snapshot?.takenIn.at(-1) ?? null)

/** A job opened without a stage goes to the one that is next. */
function toNextStage(): void {
  if (route.name !== 'job' || !job.snapshot) return
  const next = job.route.find((r) => r.state === 'next')?.stage ?? 'record'
  void router.replace({ name: next, params: { jobId: props.jobId } })
}

watch(
  () => props.jobId,
  (id) => void job.open(id),
  { immediate: true },
)
watch(
  () => route.name,
  (name) => (job.stage = stageNames.find((s) => s === name) ?? null),
  { immediate: true },
)
watch([() => job.snapshot !== null, () => route.name], toNextStage, { immediate: true })
/** A page that keeps nothing on the device brings the screens of its job while the server answers. */
const REST_MS = 3000
function bringStages(): void {
  for (const { stage } of job.route) void Promise.all([stageView(stage)(), logicOf(stage)])
}
useTimeoutFn(bringStages, REST_MS, { immediate: !globalThis.isSecureContext })
/** What the stages of this job are called. */
const named = useWords(() => job.snapshot && [...worksOf(job.snapshot.job.work), 'turn'])

function onKey(event: KeyboardEvent): void {
  const target = event.target as HTMLElement
  const typing =
    (target instanceof HTMLInputElement && target.id !== 'reading') || target instanceof HTMLTextAreaElement
  if (event.key !== '?' || typing) return
  event.preventDefault()
  dialog.value = 'keys'
}
useEventListener('keydown', onKey)
onBeforeUnmount(() => job.close())
</script>

<template>
  <div class="flex h-dvh flex-col overflow-hidden">
    <HeadStrip
      :title="job.snapshot?.job.title ?? t('app.name')"
      :subtitle="subtitle"
      @keys="dialog = 'keys'"
      @refused="dialog = 'refused'"
    />
    <DeviceNotes />
    <NewerNote />
    <PartsNote />
    <RefusedNote v-if="outbox.refused.length" @all="dialog = 'refused'" />
    <p
      v-if="way"
      class="flex flex-wrap items-center gap-x-4 border-b border-line bg-plate px-3 text-body"
      data-part="taken-in"
    >
      <span>{{
        t('brought.from', { shop: way.shop || '—', number: way.number, saved: when(way.savedAt), when: when(way.at) })
      }}</span>
      <button
        type="button"
        class="inline-flex min-h-[48px] items-center font-semibold underline"
        data-part="brought"
        @click="dialog = 'brought'"
      >
        {{ t('brought.limits') }}
      </button>
    </p>
    <div v-if="job.snapshot && named" class="flex min-h-0 flex-1">
      <RouteRail :route="job.route" :job-id="jobId" />
      <main class="flex min-w-0 flex-1 flex-col">
        <h1 v-if="job.stage" class="sr-only">{{ t(`stage.${job.stage}`) }}</h1>
        <LimitsNote v-if="limitsDiffer" />
        <RouterView :key="String(route.name)" class="min-h-0 flex-1" />
      </main>
    </div>
    <main v-else class="p-6 text-lead">
      <p v-if="job.problem">{{ t(`job.${job.problem}`) }}</p>
      <p v-else>{{ t('job.opening') }}</p>
      <RouterLink to="/" class="key mt-4 inline-flex">{{ t('job.to-list') }}</RouterLink>
    </main>
    <KeyHelp :open="dialog === 'keys'" @close="dialog = null" />
    <BroughtLimits v-if="way" :open="dialog === 'brought'" @close="dialog = null" />
    <RefusedTray :open="dialog === 'refused'" @close="dialog = null" />
  </div>
</template>
