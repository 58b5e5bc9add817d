<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import LengthField from '../LengthField.vue'
import NumberField from '../NumberField.vue'
import PressureField from '../PressureField.vue'
import { percentOfShare, readNumber, shareOfPercent } from '../read-number'
import TextField from '../TextField.vue'
import TorqueField from '../TorqueField.vue'
import { useShownFigure } from '../pad/useShownFigure'
import { readFigure, writeFigure } from '../pad/figure-text'
import { useDevice } from '../../stores/device'
import type { FieldProblem } from './field-problem'
import { emptyOf, type Shape } from './section-shape'

/** One field of a section, or a group or a list of them, by its shape. */
const props = defineProps<{
  shape: Shape
  name: string
  path: string
  problems: ReadonlyMap<string, FieldProblem>
  /** What is merely missing is not pointed at yet. */
  quiet: boolean
  optional?: boolean
  /** What it is called stands above it already. */
  bare?: boolean
}>()
const model = defineModel<unknown>({ required: true })
const { t, te, locale } = useI18n()
const device = useDevice()
const shown = useShownFigure()
const label = computed(() => (te(`sheet.field.${props.name}`) ? t(`sheet.field.${props.name}`) : props.name))
/** What a figure is, by the unit its name ends with. */
const quantity = computed(() => {
  if (props.name.endsWith('Mm')) return 'length'
  if (/kPa$/i.test(props.name)) return 'pressure'
  if (props.name.endsWith('Nm')) return 'torque'
  if (/(share|fraction)$/i.test(props.name) || /(^|\.)(stages|share\.\w+)$/.test(props.path)) return 'share'
  return /[a-z]C$/.test(props.name) && !/PerC$/.test(props.name) ? 'temperature' : 'number'
})
const boxes = {
  length: LengthField,
  pressure: PressureField,
  temperature: PressureField,
  torque: TorqueField,
  share: NumberField,
  number: NumberField,
}
const problem = computed(() => {
  const found = props.problems.get(props.path)
  if (!found || (found.is === 'missing' && props.quiet)) return null
  if (found.is === 'said') return found.message
  if (found.is === 'missing') return t('draft.problem.missing')
  return t(`draft.bound.${found.is}`, { bound: shown(found.bound, quantity.value, quantity.value !== 'number') })
})
const fields = computed(() => (props.shape.is === 'group' ? Object.entries(props.shape.fields) : []))
const figure = computed(() => model.value as number | null)
function put(value: unknown): void {
  model.value = value
}
function setKey(key: string, value: unknown): void {
  model.value = { ...(model.value as object), [key]: value }
}
const items = computed(() => (Array.isArray(model.value) ? (model.value as unknown[]) : []))
function setAt(i: number, value: unknown): void {
  model.value = items.value.map((v, k) => (k === i ? value : v))
}
const options = computed(() => (props.shape.is === 'choice' ? props.shape.options : []))
/** Several figures in one box, apart by blanks or semicolons. */
function writeOne(value: number): string {
  if (quantity.value === 'length') return writeFigure(value, 'length', device, locale.value)
  return String(quantity.value === 'share' ? percentOfShare(value) : value)
}
const written = () => items.value.map((v) => writeOne(v as number)).join('  ')
const text = ref(written())
const wrong = ref(false)
function readOne(part: string): number | null {
  if (quantity.value !== 'length') {
    const value = readNumber(part)
    return value !== null && quantity.value === 'share' ? shareOfPercent(value) : value
  }
  const read = readFigure(part, 'length', device)
  return read.ok ? read.value : null
}
function typed(): void {
  const figures = text.value
    .split(/[;\s]+/)
    .filter(Boolean)
    .map(readOne)
  wrong.value = figures.includes(null)
  if (!wrong.value) model.value = figures
}
watch(
  () => [props.path, device.unit],
  () => (text.value = written()),
)
</script>

<template>
  <component
    :is="boxes[quantity]"
    v-if="shape.is === 'number'"
    :model-value="figure"
    :label="label"
    :needed="!optional"
    :problem="problem"
    v-bind="quantity === 'temperature' ? { temperature: true } : quantity === 'share' ? { percent: true } : {}"
    :data-path="path"
    @update:model-value="put"
  />
  <TextField
    v-else-if="shape.is === 'text'"
    :model-value="String(model ?? '')"
    :label="label"
    :problem="problem"
    maxlength="120"
    :data-path="path"
    @update:model-value="put"
  />
  <label v-else-if="shape.is === 'yes'" class="key justify-start self-end"
    ><input
      type="checkbox"
      class="h-5 w-5 accent-[var(--ink)]"
      :checked="model === true"
      :data-path="path"
      @change="(e) => (model = (e.target as HTMLInputElement).checked)"
    />{{ label }}</label
  >
  <label v-else-if="shape.is === 'choice'" class="field"
    >{{ label }}
    <select
      :value="model"
      :data-path="path"
      @change="(e) => (model = options[(e.target as HTMLSelectElement).selectedIndex])"
    >
      <option v-for="o in options" :key="o" :value="o">
        {{ te(`sheet.option.${o}`) ? t(`sheet.option.${o}`) : o }}
      </option>
    </select></label
  >
  <label v-else-if="shape.is === 'numbers'" class="field"
    ><span
      >{{ label }}
      <span v-if="quantity === 'length'" class="font-normal text-soft">{{ t(`unit.${device.unit}`) }}</span></span
    >
    <input
      v-model="text"
      class="figure"
      autocomplete="off"
      :aria-invalid="wrong || problem !== null"
      :data-path="path"
      @input="typed"
    />
    <span v-if="wrong || problem" class="text-small text-outside">{{ problem ?? t('field.no-number') }}</span>
    <span v-else class="text-small font-normal text-soft">{{ t('sheet.several') }}</span></label
  >
  <template v-else-if="shape.is === 'maybe'">
    <ShapeField
      v-if="shape.of.is !== 'group' && shape.of.is !== 'list'"
      v-model="model"
      :shape="shape.of"
      :name="name"
      :path="path"
      :problems="problems"
      :quiet="quiet"
      optional
    />
    <fieldset v-else class="col-span-full border-t border-line pt-2">
      <legend class="pr-2 font-semibold">{{ label }}</legend>
      <button v-if="model === null" type="button" class="key" :data-path="path" @click="model = emptyOf(shape.of)">
        {{ t('sheet.add') }}
      </button>
      <template v-else>
        <ShapeField
          v-model="model"
          :shape="shape.of"
          :name="name"
          :path="path"
          :problems="problems"
          :quiet="quiet"
          bare
        />
        <button type="button" class="key mt-2" @click="model = null">{{ t('sheet.leave-out') }}</button>
      </template>
    </fieldset>
  </template>
  <fieldset v-else-if="shape.is === 'group'" class="col-span-full">
    <legend v-if="!bare && path.includes('.') && label.trim()" class="mb-1 pr-2 font-semibold">{{ label }}</legend>
    <div class="grid grid-cols-4 items-start gap-3 max-[1100px]:grid-cols-3 max-[760px]:grid-cols-2">
      <ShapeField
        v-for="[key, part] in fields"
        :key="key"
        :model-value="(model as Record<string, unknown>)[key]"
        :shape="part"
        :name="key"
        :path="`${path}.${key}`"
        :problems="problems"
        :quiet="quiet"
        :optional="shape.optional.includes(key)"
        @update:model-value="(v: unknown) => setKey(key, v)"
      />
    </div>
    <p v-if="problem" class="text-small font-semibold text-outside">{{ problem }}</p>
  </fieldset>
  <fieldset v-else class="col-span-full border-t border-line pt-2">
    <legend class="pr-2 font-semibold">{{ label }}</legend>
    <div v-for="(item, i) in items" :key="i" class="mb-2 border border-line bg-plate p-3">
      <ShapeField
        :model-value="item"
        :shape="shape.of"
        :name="`${name}-one`"
        :path="`${path}.${i}`"
        :problems="problems"
        :quiet="quiet"
        @update:model-value="(v: unknown) => setAt(i, v)"
      />
      <button type="button" class="key mt-2" @click="model = items.filter((_, k) => k !== i)">
        {{ t('sheet.remove') }}
      </button>
    </div>
    <button type="button" class="key" :data-path="`${path}.add`" @click="model = [...items, emptyOf(shape.of)]">
      {{ t('sheet.add') }}
    </button>
    <p v-if="problem" class="text-small font-semibold text-outside">{{ problem }}</p>
  </fieldset>
</template>
