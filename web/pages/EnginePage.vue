<script setup lang="ts">
import { computed, nextTick, ref, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import { readDeck } from '#core/works/liners/deck'
import { blankSnapshot } from '#core/job/blank-snapshot'
import DeckRail from '../works/liners/DeckRail.vue'
import SectionForms from '../bench/sheet/SectionForms.vue'
import { draftOf, sheetBody, sheetProblems, type SheetDraft } from './sheet/sheet-draft'
import SheetForm from './sheet/SheetForm.vue'
import ShopFrame from '../bench/ShopFrame.vue'
import EngineSettling from '../bench/EngineSettling.vue'
import StackSection from '../works/liners/StackSection.vue'
import { useFigures } from '../bench/useFigures'
import { useShop } from '../stores/shop'

const props = defineProps<{ engineId: string }>()
const { t } = useI18n()
const { length, withUnit, entered, torque, when, day } = useFigures()
const shop = useShop()
void shop.load()

const engine = computed(() => shop.shop?.engines.find((e) => e.id === props.engineId) ?? null)
const sheet = computed(() => engine.value?.sheets.at(-1) ?? null)
const shown = ref(1)
const draft = ref<SheetDraft | null>(null)
/** Somebody wanted it saved: what is missing is pointed at. */
const tried = ref(false)
const form = useTemplateRef<HTMLFormElement>('form')
const sectionProblems = ref(0)
const problems = computed(() => (draft.value ? sheetProblems(draft.value) : []))
const blank = computed(() =>
  engine.value && sheet.value && shop.shop ? blankSnapshot(engine.value, sheet.value, shop.shop.tooling) : null,
)
const deck = computed(() => (blank.value ? readDeck(blank.value, 'trial-fit') : null))
const limitNames = [
  'minMm',
  'maxMm',
  'aimMm',
  'withinLinerMaxMm',
  'adjacentMaxMm',
  'headRangeMaxMm',
  'maxLedgeDepthMm',
] as const
/** A unit without cylinders has no deck, no liner and no seals of one. */
const hasCylinders = computed(() => (engine.value?.heads.length ?? 0) > 0)
const nameOf = (id: string | null) => shop.shop?.people.find((p) => p.id === id)?.name ?? '—'

function edit(): void {
  tried.value = false
  draft.value = draftOf(sheet.value!)
}

async function save(): Promise<void> {
  if (!draft.value) return
  if (problems.value.length > 0 || sectionProblems.value > 0) {
    tried.value = true
    await nextTick()
    form.value?.querySelector<HTMLElement>('[aria-invalid=true]')?.focus()
    return
  }
  if (await shop.act({ what: 'save-sheet', engineId: props.engineId, sheet: sheetBody(draft.value) }))
    draft.value = null
}
</script>

<template>
  <ShopFrame :title="engine?.name ?? t('head.engines')">
    <template #action
      ><button v-if="sheet && !draft" type="button" class="key-brass" data-part="edit-sheet" @click="edit">
        {{ t('engine.edit') }}
      </button></template
    >
    <p v-if="shop.shop && !engine">{{ t('engine.unknown') }}</p>
    <template v-if="engine && sheet && deck">
      <DeckRail
        v-if="hasCylinders"
        :engine="engine"
        :deck="deck"
        :limits="sheet.limits"
        plain
        :selected="shown"
        @select="(c) => (shown = c)"
      />
      <form v-if="draft" ref="form" class="mt-4" novalidate @submit.prevent="save">
        <SheetForm v-model="draft" :quiet="!tried" :unit="!hasCylinders" />
        <SectionForms
          v-model="draft.sections"
          :quiet="!tried"
          class="mt-4"
          @problems="(n: number) => (sectionProblems = n)"
        />
        <p
          v-if="tried && (problems.length > 0 || sectionProblems > 0)"
          class="mt-3 border-l-4 border-outside pl-2 font-semibold"
          role="alert"
          data-part="not-saved"
        >
          {{ t('draft.wrong') }}
        </p>
        <p class="mt-3 text-body">{{ t('engine.new-version', { version: sheet.version + 1 }) }}</p>
        <div class="mt-2 flex gap-2">
          <button type="submit" class="key-brass" data-part="save-sheet">
            {{ t('engine.save') }}
          </button>
          <button type="button" class="key" @click="draft = null">{{ t('engine.leave') }}</button>
        </div>
      </form>
      <div v-else-if="hasCylinders" class="mt-4 grid grid-cols-[1fr_1fr] gap-6 max-[900px]:grid-cols-1">
        <div>
          <h2>{{ t('engine.limits') }}</h2>
          <dl class="mt-2 grid grid-cols-[1fr_auto] gap-x-4 gap-y-1 text-lead" data-part="limits">
            <template v-for="name in limitNames" :key="name">
              <dt>{{ t(`engine.limit.${name}`) }}</dt>
              <dd class="figure text-right">{{ sheet.limits[name] === null ? '—' : withUnit(sheet.limits[name]!) }}</dd>
            </template>
            <template v-if="sheet.sections.liners?.shimmed">
              <dt>{{ t('figures.window.shimmed') }}</dt>
              <dd class="figure text-right" data-part="window-shimmed">
                {{ length(sheet.sections.liners.shimmed.minMm) }} – {{ withUnit(sheet.sections.liners.shimmed.maxMm) }}
              </dd>
            </template>
            <dt>{{ t('engine.firing') }}</dt>
            <dd class="figure text-right">{{ engine.firing.join('-') || '—' }}</dd>
            <dt>{{ t('engine.limit.holdDownNm') }}</dt>
            <dd class="figure text-right">{{ torque(sheet.limits.holdDownNm) }}</dd>
          </dl>
          <p class="mt-3 text-small text-soft">
            {{
              t('engine.version-line', { version: sheet.version, name: nameOf(sheet.personId), when: when(sheet.at) })
            }}
            {{
              sheet.source
                ? t('engine.from', {
                    source: sheet.source,
                    page: sheet.page || '—',
                    day: sheet.copiedOn ? day(sheet.copiedOn) : '—',
                  })
                : t('engine.no-source')
            }}
          </p>
          <details v-if="engine.sheets.length > 1" class="mt-2">
            <summary class="inline-flex min-h-[48px] items-center font-semibold">
              {{ t('engine.earlier', { n: engine.sheets.length - 1 }) }}
            </summary>
            <ul>
              <li v-for="s in engine.sheets.slice(0, -1)" :key="s.id" class="py-1">
                <span class="figure">{{ length(s.limits.minMm) }} – {{ length(s.limits.maxMm) }}</span> ·
                {{ t('engine.version-line', { version: s.version, name: nameOf(s.personId), when: when(s.at) }) }}
              </li>
            </ul>
          </details>
        </div>
        <div class="h-[300px]">
          <StackSection :sheet="sheet" :bore-mm="engine.boreMm" :state="deck.cylinders[0]!" :move="null" />
        </div>
      </div>
      <div v-if="!draft && hasCylinders" class="mt-6 grid grid-cols-2 gap-6 max-[900px]:grid-cols-1">
        <div data-part="liner-shape">
          <h2>{{ t('engine.liner') }}</h2>
          <p v-if="!sheet.liner" class="text-body">{{ t('engine.no-liner') }}</p>
          <dl v-else class="mt-2 grid grid-cols-[1fr_auto] gap-x-4 gap-y-1 text-body">
            <template
              v-for="f in ['flangeOuterMm', 'lowerOuterMm', 'lowerBoreMm', 'lengthMm', 'sealLandMm'] as const"
              :key="f"
              ><dt>{{ t(`engine.liner-field.${f}`) }}</dt>
              <dd class="figure text-right">{{ entered(sheet.liner[f]) }}</dd></template
            >
            <dt>{{ t('engine.liner-field.massKg') }}</dt>
            <dd class="figure text-right">{{ sheet.liner.massKg ?? '—' }}</dd>
          </dl>
        </div>
        <div data-part="seal-set">
          <h2>{{ t('engine.seals') }}</h2>
          <p v-if="sheet.seals.length === 0" class="text-body">{{ t('engine.no-seals') }}</p>
          <ol class="mt-2 text-body">
            <li v-for="(s, i) in sheet.seals" :key="i" class="border-b border-line py-1">
              {{
                t('engine.seal-line', {
                  n: i + 1,
                  place: s.place,
                  material: s.material,
                  colour: s.colour,
                  lubricant: t(`lubricant.${s.lubricant}`),
                })
              }}{{ s.swellMinutes ? `, ${t('figures.within-wetting', { n: s.swellMinutes })}` : '' }}
            </li>
          </ol>
        </div>
      </div>
      <EngineSettling v-if="!draft && hasCylinders" :engine-id="engineId" class="mt-6" />
      <p v-if="!draft" class="mt-6 text-body" data-part="section-list">
        <b>{{ t('sheet.sections') }}</b>
        {{
          Object.keys(sheet.sections)
            .map((s) => t(`sheet.section.${s}`))
            .join(', ') || t('sheet.none')
        }}
      </p>
      <p class="mt-6">
        <RouterLink :to="{ name: 'stock' }" class="key inline-flex" data-part="to-stock">{{
          t('engine.stock')
        }}</RouterLink>
      </p>
    </template>
  </ShopFrame>
</template>
