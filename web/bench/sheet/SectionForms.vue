<script setup lang="ts">
import { computed, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Sections } from '#core/works/kinds'
import { problemsOf, type FieldProblem } from './field-problem'
import { emptyOf, filledAs, sectionSchemas, sectionShape, type Shape } from './section-shape'
import ShapeField from './ShapeField.vue'

/** What the other works need of an engine's sheet: a form for each, made of its own schema. */
const model = defineModel<Sections>({ required: true })
/** `quiet`: what is merely missing is not pointed at yet. */
defineProps<{ quiet?: boolean }>()
const emit = defineEmits<{ problems: [n: number] }>()
const { t } = useI18n()
type Name = keyof Sections
const names = Object.keys(sectionSchemas) as Name[]
const shapes = Object.fromEntries(names.map((n) => [n, sectionShape(sectionSchemas[n]!)])) as Record<Name, Shape>
const valueOf = (name: Name) => filledAs(shapes[name], model.value[name])
const problems = computed(() => {
  const found = new Map<string, FieldProblem>()
  for (const name of names) {
    if (model.value[name] === undefined) continue
    const { error } = sectionSchemas[name]!.safeParse(model.value[name], { reportInput: true })
    if (error)
      for (const [path, problem] of problemsOf(error)) found.set(path === '' ? name : `${name}.${path}`, problem)
  }
  return found
})
watch(problems, (p) => emit('problems', p.size), { immediate: true })
function set(name: Name, value: unknown): void {
  const { [name]: _, ...rest } = model.value
  model.value = (value === undefined ? rest : { ...rest, [name]: value }) as Sections
}
</script>

<template>
  <div class="flex flex-col gap-2" data-part="sections">
    <fieldset v-for="name in names" :key="name" class="border-t border-line pt-3" :data-section="name">
      <legend class="mb-1 pr-3 text-lead font-bold">{{ t(`sheet.section.${name}`) }}</legend>
      <button
        v-if="model[name] === undefined"
        type="button"
        class="key"
        data-part="add-section"
        @click="set(name, emptyOf(shapes[name]))"
      >
        {{ t('sheet.enter', { section: t(`sheet.section.${name}`) }) }}
      </button>
      <template v-else>
        <ShapeField
          :model-value="valueOf(name)"
          :shape="shapes[name]"
          :name="name"
          :path="name"
          :problems="problems"
          :quiet="quiet ?? false"
          @update:model-value="(v: unknown) => set(name, v)"
        />
        <button type="button" class="key mt-2" @click="set(name, undefined)">{{ t('sheet.leave-out') }}</button>
      </template>
    </fieldset>
  </div>
</template>
