<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { nameOn } from '#core/job/name-on'
import type { Snapshot } from '#core/job/snapshot'
import type { MeasuredStage } from '#core/job/stages'
import { clockHour } from '#core/measure/angle'
import SheetDialog from '../../../bench/SheetDialog.vue'
import { useFigures } from '../../../bench/useFigures'
import { useJob } from '../../../stores/job'
import { newId } from '../../../stores/new-id'
import { useShop } from '../../../stores/shop'

const props = defineProps<{
  open: boolean
  snapshot: Snapshot
  cylinder: number
  stage: MeasuredStage
  closed: boolean
}>()
const emit = defineEmits<{ close: [] }>()
const { t, te } = useI18n()
const { length, leaves, withUnit, when } = useFigures()
const job = useJob()
const shop = useShop()

const why = (reason: string) => (te(`strike.${reason}`) ? t(`strike.${reason}`) : reason)
const nameOf = (by: { personId: string; at: string }) => nameOn(props.snapshot.people, by.personId, by.at)
const me = computed(() => shop.person)
type SetAct = { set: Snapshot['sets'][number]; readings: Snapshot['readings'] }
/** Readings of a set that stand under another name than that of who works here now. */
const othersIn = ({ readings }: SetAct) => readings.filter((r) => !r.struck && r.personId !== me.value?.id)
function handOver(act: SetAct): void {
  const readings = othersIn(act).map((r) => ({ readingId: r.id, newId: newId() }))
  job.act({ what: 'hand-over', setId: act.set.id, readings })
}
/** Who read a set: a name a person. */
const readBy = ({ set, readings }: SetAct) => {
  const by = readings.filter((r) => !r.struck)
  return [...new Set((by.length > 0 ? by : [set]).map(nameOf))].join(', ')
}
const severalIn = (act: SetAct) => new Set(act.readings.flatMap((r) => (r.struck ? [] : [r.personId]))).size > 1
const gaugeOf = (gaugeId: string) => props.snapshot.gauges.find((g) => g.id === gaugeId)?.name ?? '—'

/** Everything that happened to this cylinder at this stage, newest first; struck things stay visible. */
const acts = computed(() => {
  const { sets, readings, cuts, shimFits } = props.snapshot
  const own = <T extends { cylinder: number | null }>(rows: T[]) => rows.filter((r) => r.cylinder === props.cylinder)
  const measured = own(sets)
    .filter((s) => s.stage === props.stage)
    .map((set) => ({ kind: 'set' as const, seq: set.seq, set, readings: readings.filter((r) => r.setId === set.id) }))
  if (props.stage === 'as-found') return measured.sort((a, b) => b.seq - a.seq)
  return [
    ...measured,
    ...own(cuts).map((cut) => ({ kind: 'cut' as const, seq: cut.seq, cut })),
    ...own(shimFits).map((fit) => ({ kind: 'shim' as const, seq: fit.seq, fit })),
  ].sort((a, b) => b.seq - a.seq)
})
</script>

<template>
  <SheetDialog
    :open="open"
    wide
    :title="t('history.title', { cylinder, stage: t(`stage.${stage}`) })"
    @close="emit('close')"
  >
    <p v-if="acts.length === 0">{{ t('history.empty') }}</p>
    <ol class="flex flex-col gap-3" data-part="history-list">
      <li v-for="act in acts" :key="act.seq" class="border-l-4 border-line pl-3">
        <template v-if="act.kind === 'set'">
          <p class="font-semibold">
            {{
              t('history.set', {
                gauge: gaugeOf(act.set.gaugeId),
                name: readBy(act),
                when: when(act.set.at),
              })
            }}
          </p>
          <p v-if="act.set.struck" class="text-small" data-part="set-struck">
            {{
              t('history.struck', {
                name: nameOf(act.set.struck),
                when: when(act.set.struck.at),
                reason: why(act.set.struck.reason),
              })
            }}
          </p>
          <p class="flex flex-wrap gap-x-4">
            <span
              v-for="r in act.readings"
              :key="r.id"
              :class="{ 'text-soft line-through': r.struck }"
              :title="
                r.struck
                  ? t('history.struck', {
                      name: nameOf(r.struck),
                      when: when(r.struck.at),
                      reason: why(r.struck.reason),
                    })
                  : ''
              "
            >
              {{ t('plan.station', { clock: clockHour(r.angleDeg) }) }}
              <span class="figure">{{ length(r.valueMm) }}</span>
              <span v-if="severalIn(act) && !r.struck" class="ml-1 text-small" data-part="read-by">{{
                nameOf(r)
              }}</span>
            </span>
          </p>
          <button
            v-if="!closed && othersIn(act).length > 0 && me"
            type="button"
            class="key my-1"
            data-part="hand-over"
            @click="handOver(act)"
          >
            {{ t('history.mine', { name: me.name }) }}
          </button>
          <p v-for="r in act.readings.filter((x) => x.struck)" :key="`s${r.id}`" class="text-small text-soft">
            {{ length(r.valueMm) }}:
            {{
              t('history.struck', {
                name: nameOf(r.struck!),
                when: when(r.struck!.at),
                reason: why(r.struck!.reason),
              })
            }}
          </p>
        </template>
        <template v-else-if="act.kind === 'cut'">
          <p class="font-semibold" :class="{ 'text-soft line-through': act.cut.struck }">
            {{
              t('history.cut', {
                pack: withUnit(act.cut.packMm),
                leaves: leaves(act.cut.leavesMm),
                expect: withUnit(act.cut.expectMm),
                name: nameOf(act.cut),
                when: when(act.cut.at),
              })
            }}
          </p>
          <button
            v-if="!act.cut.struck && !closed"
            type="button"
            class="key"
            data-part="strike-cut"
            @click="job.act({ what: 'strike-cut', cutId: act.cut.id, reason: 'entered-by-mistake' })"
          >
            {{ t('history.strike-cut') }}
          </button>
        </template>
        <template v-else>
          <p class="font-semibold" :class="{ 'text-soft line-through': act.fit.struck }">
            {{
              t(act.fit.shimId ? 'history.shim' : 'history.shim-out', {
                shim: withUnit(act.fit.thicknessMm),
                expect: withUnit(act.fit.expectMm),
                name: nameOf(act.fit),
                when: when(act.fit.at),
              })
            }}
          </p>
          <button
            v-if="!act.fit.struck && !closed"
            type="button"
            class="key"
            @click="job.act({ what: 'strike-shim', fitId: act.fit.id, reason: 'entered-by-mistake' })"
          >
            {{ t('history.strike-shim') }}
          </button>
        </template>
      </li>
    </ol>
    <button type="button" class="key mt-4" @click="emit('close')">{{ t('keys.close') }}</button>
  </SheetDialog>
</template>
