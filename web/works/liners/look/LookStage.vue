<script setup lang="ts">
import { computed, ref, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import { blockAt } from '#core/works/block/entries'
import { gaugedDepthsMm, readLinerBore } from '#core/works/liners/beside'
import { worstVerdict } from '#core/measure/verdict'
import { findPatterns } from '#core/works/liners/find-patterns'
import { standingOf } from '#core/job/stations'
import { deckPlaces } from '#core/works/liners/deck-places'
import { look } from '#core/works/liners/look/steps'
import { faceNames, type FaceName, type Finding, type GradeName } from '#core/works/liners/strip'
import type { Photo } from '#core/job/photo'
import { confirmedGrade, suggestGrade } from '#core/works/liners/suggest-grade'
import { nominalLedgeDepthMm } from '#core/liner/stack'
import { clockHour } from '#core/measure/angle'
import { patternTold } from '#core/works/liners/told'
import PhotoPicker from '../../../bench/PhotoPicker.vue'
import PhotoThumb from '../../../bench/PhotoThumb.vue'
import SheetDialog from '../../../bench/SheetDialog.vue'
import TurnShell from '../../../bench/stage/TurnShell.vue'
import { useStage } from '../../../bench/stage/useStage'
import { useActs } from '../../../bench/useActs'
import { useFigures } from '../../../bench/useFigures'
import { useTell } from '../../../bench/useTell'
import { newId } from '../../../stores/new-id'
import BoreDialog from './BoreDialog.vue'
import FindingDialog from './FindingDialog.vue'
import LinerUnrolled from './LinerUnrolled.vue'

const { t } = useI18n()
const tell = useTell()
const { length } = useFigures()
const { act } = useActs()
const dialog = ref<'finding' | 'photo' | 'bore' | null>(null)
const hands = useStage('look', look, deckPlaces, {}, undefined, () => dialog.value !== null, {
  f: () => begin(0, Math.round(ledgeMm.value) + 30),
})
const { job, snapshot, closed, strike, turn } = hands
const face = ref<FaceName>('outside')
const touched = ref({ atDeg: 0, depthMm: 40 })
const opened = ref<string | null>(null)
const photo = ref<Photo | null>(null)
const wall = useTemplateRef<InstanceType<typeof LinerUnrolled>>('wall')

const mine = computed(() => standingOf(snapshot.value.findings, job.selected))
const openFinding = computed(() => mine.value.find((f) => f.id === opened.value) ?? null)
const photos = computed(() => snapshot.value.photos.filter((p) => !p.struck && p.cylinder === job.selected))
const suggested = computed(() => suggestGrade(snapshot.value, job.selected))
const confirmed = computed(() => confirmedGrade(snapshot.value, job.selected))
const patterns = computed(() => findPatterns(snapshot.value))
const liner = computed(() => snapshot.value.sheet.liner)
const ledgeMm = computed(() => nominalLedgeDepthMm(snapshot.value.sheet.links))
const lengthMm = computed(() => liner.value?.lengthMm ?? Math.max(220, ledgeMm.value * 1.6))
/** Its bore by the gauge: what a liner that stays is judged by. */
const gauged = computed(() => blockAt(snapshot.value, 'bores', job.selected))
const bore = computed(() => readLinerBore(snapshot.value, job.selected))
const verdictOf: Record<GradeName, 'in' | 'unsure' | 'out'> = { good: 'in', fair: 'in', poor: 'unsure', scrap: 'out' }
const words = computed(() =>
  Object.fromEntries(
    snapshot.value.engine.heads.flat().map((c) => {
      const own = confirmedGrade(snapshot.value, c)
      const n = standingOf(snapshot.value.findings, c).length
      return [
        c,
        {
          text: own ? t(`grade.${own.grade}`) : t('look.open'),
          more: n > 0 ? t('look.marks', { n }) : '',
          verdict: own ? verdictOf[own.grade] : null,
        },
      ]
    }),
  ),
)

function begin(atDeg: number, depthMm: number): void {
  if (closed.value) return
  touched.value = { atDeg, depthMm }
  opened.value = null
  dialog.value = 'finding'
}
function open(finding: Finding): void {
  face.value = finding.on
  opened.value = finding.id
  dialog.value = 'finding'
}
function save(finding: Omit<Finding, 'id' | 'seq' | 'personId' | 'at' | 'struck' | 'cylinder'>): void {
  const findingId = newId()
  // It stays open, so that a photo can be taken of it at once.
  if (act({ what: 'mark-finding', findingId, cylinder: job.selected, ...finding })) opened.value = findingId
  else dialog.value = null
}
/** The liner in hand is graded anew, beside the next step. */
const regrade = () => turn.open('grade-cylinder', job.hand)
function strikePhoto(): void {
  if (photo.value) strike(photo.value.id)
  dialog.value = null
}
</script>

<template>
  <TurnShell
    own-photos
    :hands="hands"
    :title="t('pad.cylinder', { cylinder: job.selected })"
    :empty="null"
    :words="words"
  >
    <div class="flex h-full min-h-0 flex-col gap-px">
      <div class="flex items-center gap-1 bg-plate px-2 py-1">
        <div class="flex gap-1" role="tablist" :aria-label="t('look.faces')">
          <button
            v-for="f in faceNames"
            :key="f"
            type="button"
            role="tab"
            class="key !px-3"
            :aria-selected="face === f"
            :class="{ '!border-2 !border-ink': face === f }"
            :data-face="f"
            @click="face = f"
          >
            {{ t(`face.${f}`) }}
            <span v-if="mine.some((m) => m.on === f)" class="figure">{{ mine.filter((m) => m.on === f).length }}</span>
          </button>
        </div>
        <span class="flex-1" />
        <button
          type="button"
          class="key !px-4"
          :aria-label="t('look.nearer')"
          data-part="zoom-in"
          @click="wall?.zoomBy(1.6)"
        >
          +
        </button>
        <button type="button" class="key !px-4" :aria-label="t('look.farther')" @click="wall?.zoomBy(1 / 1.6)">
          −
        </button>
        <button type="button" class="key !px-3" @click="wall?.whole()">{{ t('look.whole') }}</button>
        <button
          v-if="!closed"
          type="button"
          class="key !px-3"
          data-part="add-finding"
          @click="begin(0, face === 'ledge' ? ledgeMm : ledgeMm + 30)"
        >
          {{ t('look.add') }}
        </button>
      </div>
      <LinerUnrolled
        ref="wall"
        :findings="mine"
        :face="face"
        :liner="liner"
        :ledge-mm="ledgeMm"
        :length-mm="lengthMm"
        :selected="opened"
        @mark="begin"
        @open="open"
      />
      <section
        class="max-h-[26%] overflow-y-auto bg-plate px-3 py-2 text-body"
        tabindex="0"
        :aria-label="t('look.patterns')"
        data-part="patterns"
      >
        <h2>{{ t('look.patterns') }}</h2>
        <p v-if="patterns.length === 0">{{ t('look.no-pattern') }}</p>
        <ul>
          <li v-for="(p, i) in patterns" :key="i" :data-pattern="p.code">{{ tell(patternTold(p)) }}</li>
        </ul>
      </section>
    </div>
    <template #side>
      <div
        class="border border-line bg-plate p-3"
        data-part="grade"
        :data-grade="confirmed?.grade ?? 'none'"
        :data-suggested="suggested.grade"
      >
        <p class="text-small">{{ t(confirmed ? 'look.graded' : 'look.suggested') }}</p>
        <p class="text-figure font-bold leading-tight">{{ t(`grade.${confirmed?.grade ?? suggested.grade}`) }}</p>
        <p class="text-small">{{ t(`look.means.${confirmed?.grade ?? suggested.grade}`) }}</p>
        <ul class="text-body">
          <li v-for="(r, i) in suggested.reasons.slice(0, 4)" :key="i">
            {{
              r.kind === 'worn-ledge' || r.kind === 'worn-bore'
                ? t(`finding.${r.kind}`)
                : t('look.reason', { severity: t(`severity.${r.severity}`), kind: t(`finding.${r.kind}`) })
            }}
          </li>
        </ul>
        <button v-if="confirmed && !closed" type="button" class="key mt-2" data-part="regrade" @click="regrade">
          {{ t('look.regrade') }}
        </button>
      </div>
      <div v-if="gauged" class="border border-line bg-plate p-3 text-body" data-part="liner-bore">
        <p v-if="bore" :data-verdict="worstVerdict(Object.values(bore.verdicts))">
          {{
            t('beside.bore-worn', {
              wear: length(bore.wearMm),
              largest: length(bore.largestMm),
              taper: length(bore.taperMm),
              round: length(bore.outOfRoundMm),
              clearance: length(bore.clearanceMm),
            })
          }}
          <b>{{ t(`beside.bore-verdict.${worstVerdict(Object.values(bore.verdicts))}`) }}</b>
        </p>
        <p v-else>{{ t('beside.bore-no-sheet') }}</p>
        <button v-if="!closed" type="button" class="key mt-2" @click="strike(gauged.id)">
          {{ t('entry-strike') }}
        </button>
      </div>
      <button v-if="!closed" type="button" class="key" data-part="open-bore" @click="dialog = 'bore'">
        {{ t('beside.bore') }}
      </button>
      <ul class="flex flex-col gap-1 text-body" data-part="finding-list">
        <li v-for="f in mine" :key="f.id">
          <button type="button" class="key w-full !justify-start text-left" @click="open(f)">
            {{
              t('look.list-line', {
                kind: t(`finding.${f.kind}`),
                severity: t(`severity.${f.severity}`),
                face: t(`face.${f.on}`),
                clock: clockHour(f.atDeg),
              })
            }}
          </button>
        </li>
      </ul>
      <div v-if="photos.length" class="flex flex-wrap gap-2">
        <PhotoThumb
          v-for="p in photos"
          :key="p.id"
          :photo="p"
          @open="
            () => {
              photo = p
              dialog = 'photo'
            }
          "
        />
      </div>
      <PhotoPicker v-if="!closed" :cylinder="job.selected" :finding-id="null" />
    </template>
    <template #dialogs>
      <FindingDialog
        :open="dialog === 'finding'"
        :cylinder="job.selected"
        :face="face"
        :at-deg="touched.atDeg"
        :depth-mm="touched.depthMm"
        :finding="openFinding"
        :photos="photos.filter((p) => p.findingId === opened)"
        :closed="closed"
        :rings="snapshot.sheet.seals.length"
        @close="dialog = null"
        @save="save"
        @strike="
          () => {
            strike(opened!)
            dialog = null
          }
        "
        @photo="
          (p) => {
            photo = p
            dialog = 'photo'
          }
        "
      />
      <BoreDialog
        :open="dialog === 'bore'"
        :cylinder="job.selected"
        :of="snapshot.sheet.sections.liners?.bore ?? null"
        :depths-mm="gaugedDepthsMm(snapshot, lengthMm)"
        @close="dialog = null"
        @save="
          (a) => {
            act(a)
            dialog = null
          }
        "
      />
      <SheetDialog
        :open="dialog === 'photo'"
        wide
        :title="t('photo.of', { cylinder: photo?.cylinder ?? '' })"
        @close="dialog = null"
      >
        <img
          v-if="photo"
          :src="`/api/jobs/${snapshot.job.id}/photos/${photo.id}`"
          :alt="photo.words"
          class="max-h-[56vh] w-full object-contain"
        />
        <p class="mt-2">{{ photo?.words }}</p>
        <div class="mt-3 flex gap-2">
          <button type="button" class="key" @click="dialog = null">{{ t('keys.close') }}</button><button
            v-if="!closed"
            type="button"
            class="key"
            @click="strikePhoto"
          >
            {{ t('entry-strike') }}
          </button>
        </div>
      </SheetDialog>
    </template>
  </TurnShell>
</template>
