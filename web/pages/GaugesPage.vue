<script setup lang="ts">
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { gaugeUncertaintyMm } from '#core/measure/uncertainty'
import { limitShare } from '#core/measure/limit-share'
import { isSled, quantityOf, type Gauge, type RuleName } from '#core/job/snapshot'
import { spreadTold } from '#core/works/job/gauges'
import GaugeDialog from '../bench/GaugeDialog.vue'
import ShopFrame from '../bench/ShopFrame.vue'
import { useFigures } from '../bench/useFigures'
import { useTell } from '../bench/useTell'
import { useShop } from '../stores/shop'
import { useShopClock } from '../stores/shop-clock'

const { t } = useI18n()
const { withUnit, day } = useFigures()
const tell = useTell()
const shop = useShop()
void shop.load()

/** The gauge in the dialog; undefined: a new one; null: none. */
const editing = ref<Gauge | undefined | null>(null)
const today = useShopClock().today()
const u = (g: Gauge) => gaugeUncertaintyMm(g.repeatabilityMm, g.resolutionMm)
/** The narrowest window among the shop's engines: what a gauge must be good enough for. */
const narrowest = computed(() => {
  const windows = (shop.shop?.engines ?? []).flatMap((e) => {
    const l = e.sheets.at(-1)?.limits
    return l ? [{ name: e.name, ...l }] : []
  })
  return windows.sort((a, b) => limitShare(1, b) - limitShare(1, a))[0] ?? null
})
/** What one reading is uncertain by, with its unit. */
const spread = (g: Gauge) => tell(spreadTold(g.kind, g.otherUncertainty ?? u(g)))
const percent = (share: number) => Math.round(share * 100)

function setRule(rule: RuleName): void {
  void shop.act({ what: 'set-rule', rule })
}
</script>

<template>
  <ShopFrame :title="t('head.gauges')">
    <template #action
      ><button type="button" class="key-brass" data-part="new-gauge" @click="editing = undefined">
        {{ t('gauges.new') }}
      </button></template
    >
    <p v-if="shop.shop?.gauges.length === 0" class="mb-4 border border-line bg-plate p-6 text-lead" data-part="empty">
      {{ t('gauges.empty') }}
    </p>
    <ul class="grid grid-cols-2 gap-4 max-[900px]:grid-cols-1">
      <li
        v-for="g in shop.shop?.gauges ?? []"
        :key="g.id"
        class="border border-line bg-plate p-4"
        data-part="gauge-card"
      >
        <div class="flex items-baseline justify-between gap-3">
          <h2>{{ g.name }}</h2>
          <span class="text-small text-soft">{{ g.serial }}</span>
        </div>
        <p class="mt-1">
          <span class="figure text-large">±{{ spread(g) }}</span> {{ ' '
          }}<span class="text-body">{{ t('gauges.per-reading') }}</span>
        </p>
        <div v-if="narrowest && (isSled(g.kind) || g.kind === 'depth')" class="my-2">
          <svg
            width="100%"
            height="26"
            role="img"
            :aria-label="t('gauges.share', { share: percent(limitShare(u(g), narrowest)), engine: narrowest.name })"
          >
            <rect x="0" y="8" width="100%" height="10" fill="none" stroke="var(--ink)" stroke-width="1.5" />
            <rect
              x="0"
              y="8"
              :width="`${percent(limitShare(u(g), narrowest)) / 2}%`"
              height="10"
              fill="var(--online)"
            />
            <rect
              :x="`${100 - percent(limitShare(u(g), narrowest)) / 2}%`"
              y="8"
              :width="`${percent(limitShare(u(g), narrowest)) / 2}%`"
              height="10"
              fill="var(--online)"
            />
          </svg>
          <p class="text-small">
            {{ t('gauges.share', { share: percent(limitShare(u(g), narrowest)), engine: narrowest.name }) }}
          </p>
        </div>
        <dl class="grid grid-cols-[auto_1fr] gap-x-4 text-body">
          <template v-if="quantityOf(g.kind) === 'length'">
            <dt class="text-soft">{{ t('gauges.resolution') }}</dt>
            <dd class="figure">{{ withUnit(g.resolutionMm) }}</dd>
            <dt class="text-soft">{{ t('gauges.repeatability') }}</dt>
            <dd>
              <span class="figure">{{ withUnit(g.repeatabilityMm) }}</span> · {{ t(`gauges.basis.${g.basis}`) }}
            </dd>
          </template>
          <dt class="text-soft">{{ t('gauges.kind') }}</dt>
          <dd>{{ t(`gauges.kinds.${g.kind}`) }}</dd>
          <dt class="text-soft">{{ t('gauges.due') }}</dt>
          <dd :class="{ 'font-semibold text-outside': g.calibrationDue !== null && g.calibrationDue < today }">
            {{
              g.calibrationDue === null
                ? t('gauges.no-due')
                : g.calibrationDue < today
                  ? t('gauges.overdue', { day: day(g.calibrationDue) })
                  : day(g.calibrationDue)
            }}
          </dd>
        </dl>
        <div class="mt-3 flex gap-2">
          <button type="button" class="key" @click="editing = g">{{ t('gauges.change') }}</button><RouterLink
            v-if="quantityOf(g.kind) === 'length'"
            :to="{ name: 'study', params: { gaugeId: g.id } }"
            class="key"
            data-part="to-study"
            >{{ t('study.open') }}</RouterLink
          >
        </div>
      </li>
    </ul>

    <section v-if="shop.shop" class="mt-7 max-w-[860px]" data-part="rule">
      <h2>{{ t('gauges.rule.title') }}</h2>
      <div
        role="radiogroup"
        :aria-label="t('gauges.rule.title')"
        class="mt-2 grid grid-cols-2 gap-3 max-[900px]:grid-cols-1"
      >
        <button
          v-for="rule in ['guarded', 'plain'] as const"
          :key="rule"
          type="button"
          role="radio"
          :aria-checked="shop.shop.rule === rule"
          class="key !block p-4 text-left"
          :class="shop.shop.rule === rule ? '!border-2 !border-ink' : ''"
          :data-rule="rule"
          @click="setRule(rule)"
        >
          <span class="block text-lead"
            >{{ t(`gauges.rule.${rule}.name`)
            }}<template v-if="shop.shop.rule === rule"> — {{ t('gauges.rule.in-force') }}</template></span
          >
          <span class="block text-body font-normal">{{ t(`gauges.rule.${rule}.what`) }}</span>
        </button>
      </div>
      <p class="mt-2 text-small text-soft">{{ t('gauges.rule.from-now') }}</p>
    </section>

    <GaugeDialog v-if="editing !== null" :gauge="editing" @close="editing = null" />
  </ShopFrame>
</template>
