<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { isClosed } from '#core/job/route'
import { readBore, sectionOf, sleeveScope } from '#core/works/sleeves/read-sleeves'
import { sleeveBoresMove } from '#core/works/sleeves/sleeve-bores'
import AskDialog from '../../../bench/AskDialog.vue'
import EngineSwitch from '../../../bench/EngineSwitch.vue'
import StagePhotos from '../../../bench/StagePhotos.vue'
import StageShell from '../../../bench/StageShell.vue'
import { useFigures } from '../../../bench/useFigures'
import { useStageWork } from '../../../bench/useStageWork'
import { useJob } from '../../../stores/job'
import SleeveSection from '../SleeveSection.vue'

const { t } = useI18n()
const { length } = useFigures()
const job = useJob()
const snapshot = computed(() => job.snapshot!)
const move = computed(() => sleeveBoresMove(snapshot.value, job.selected))
const closed = computed(() => isClosed(snapshot.value, 'sleeve-bores'))
const { closing, asked, answered, go, engine, strike, problem } = useStageWork(() => move.value)
const section = computed(() => sectionOf(snapshot.value))
const scope = computed(() => sleeveScope(snapshot.value))
const mine = computed(() => readBore(snapshot.value, job.selected))
const words = computed(() =>
  Object.fromEntries(
    snapshot.value.engine.heads.flat().map((c) => {
      const bore = readBore(snapshot.value, c)
      return [
        c,
        {
          text:
            bore.meanMm === null
              ? scope.value.includes(c)
                ? t('rail.open')
                : t('sleeve.not-asked')
              : length(bore.meanMm),
          more: bore.entry && !bore.entry.clean ? t('sleeve.not-clean') : '',
          verdict: bore.entry ? (bore.entry.clean ? bore.size : ('unsure' as const)) : null,
        },
      ]
    }),
  ),
)
</script>

<template>
  <StageShell v-model:closing="closing" :move="move" :words="words" :problem="problem" @go="go">
    <div class="min-h-0 flex-1">
      <SleeveSection v-if="section" :section="section" :cylinder="job.selected" open>
        <template #default="{ left, width, height }">
          <g v-if="mine.entry" data-part="bore-drawing">
            <!-- The bore enlarged: how much each direction is beyond the sheet, top and bottom. -->
            <template v-for="(pair, level) in [mine.entry.topMm, mine.entry.bottomMm]" :key="level">
              <g
                v-for="(mm, i) in pair"
                :key="i"
                :transform="`translate(${left + 30} ${height * (level === 0 ? 0.22 : 0.6) + i * 46})`"
              >
                <line x1="0" :x2="width - left - 110" y1="0" y2="0" stroke="var(--scribe)" stroke-opacity="0.35" />
                <rect
                  :x="(width - left - 110) * 0.25"
                  y="-12"
                  :width="(width - left - 110) * 0.5"
                  height="24"
                  fill="rgb(127 208 196 / 0.18)"
                  stroke="var(--inside-on-blue)"
                />
                <circle
                  :cx="
                    Math.max(
                      0,
                      Math.min(
                        width - left - 110,
                        (width - left - 110) *
                          (0.5 + (0.25 * (mm - section.headBoreMm)) / Math.max(0.001, section.headBoreTolMm)),
                      ),
                    )
                  "
                  cy="0"
                  r="7"
                  fill="var(--brass-on-blue)"
                />
                <text :x="width - left - 100" y="6" font-size="16" class="figure" fill="var(--scribe)">{{
                  length(mm)
                }}</text>
              </g>
              <text :x="left + 30" :y="height * (level === 0 ? 0.22 : 0.6) - 22" font-size="14" fill="var(--scribe)">
                {{ t(level === 0 ? 'sleeve.bore-top' : 'sleeve.bore-bottom') }}
              </text>
            </template>
          </g>
        </template>
      </SleeveSection>
      <p v-else class="h-full bg-layout p-6 text-lead text-scribe" data-part="empty">{{ t('sleeve.no-section') }}</p>
    </div>
    <template #side>
      <h2 class="text-head">{{ t('pad.cylinder', { cylinder: job.selected }) }}</h2>
      <p v-if="section" class="text-body">
        {{ t('sleeve.want', { want: length(section.headBoreMm), tol: length(section.headBoreTolMm) }) }}
      </p>
      <dl v-if="mine.entry" class="grid grid-cols-[1fr_auto] gap-y-1 text-body" data-part="bore-figures">
        <dt>{{ t('sleeve.size') }}</dt>
        <dd class="figure">{{ length(mine.meanMm!) }} · {{ t(`verdict.${mine.size}`) }}</dd>
        <dt>{{ t('sleeve.taper') }}</dt>
        <dd class="figure">{{ length(mine.taperMm!) }}</dd>
        <dt>{{ t('sleeve.round') }}</dt>
        <dd class="figure">{{ length(mine.outOfRoundMm!) }}</dd>
        <dt>{{ t(mine.gapMm! >= 0 ? 'sleeve.gap' : 'sleeve.tight') }}</dt>
        <dd class="figure">{{ length(Math.abs(mine.gapMm!)) }}</dd>
        <dt>{{ t('sleeve.damage') }}</dt>
        <dd>{{ t(`sleeve.damages.${mine.entry.damage}`) }}</dd>
        <dt>{{ t('sleeve.clean') }}</dt>
        <dd :class="{ 'font-semibold text-outside': !mine.entry.clean }">
          {{ mine.entry.clean ? '✓' : t('sleeve.not-clean') }}
        </dd>
      </dl>
      <button v-if="mine.entry && !closed" type="button" class="key" @click="strike(mine.entry.id)">
        {{ t('sleeve.strike') }}
      </button>
      <EngineSwitch v-if="engine.there.value && !closed" v-model="engine.wanted.value" :asking="engine.asking.value" />
      <StagePhotos :tag="t('stage.sleeve-bores')" :cylinder="job.selected" :closed="closed" />
    </template>
    <template #dialogs>
      <AskDialog :move="asked" @close="asked = null" @answer="answered" />
    </template>
  </StageShell>
</template>
