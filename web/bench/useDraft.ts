import { computed, nextTick, ref, type ComputedRef, type Ref } from 'vue'
import { useI18n } from 'vue-i18n'
import type { z } from 'zod'
import en from '../../contract/words/en/app.json'

/** Something while it is being typed: a figure may still be open. */
export type Drafted<T> = T extends number
  ? T | null
  : T extends readonly unknown[]
    ? T
    : T extends object
      ? { [K in keyof T]: Drafted<T[K]> }
      : T

type Problem = keyof (typeof en)['draft']['problem']
const isProblem = (code: string): code is Problem => code in en.draft.problem

export interface DraftForm<S extends z.ZodType> {
  draft: Ref<Drafted<z.input<S>>>
  /** Somebody has tried to save it: from then on what is missing is pointed at. */
  tried: Ref<boolean>
  ready: ComputedRef<boolean>
  /** The fields that cannot be right, by their paths (`bar.spanMm`), each once. */
  wrong: ComputedRef<string[]>
  /** What is wrong with a field, in words; what is merely missing only once somebody has tried. */
  problemOf: (path: string) => string | null
  /** Lays the draft anew. */
  begin: (values: Drafted<z.input<S>>) => void
  /** What was typed, as the schema has it; null where something is wrong: the hands are then at the first field that is marked. */
  take: () => z.output<S> | null
}

const isEmpty = (value: unknown) =>
  value === null || value === undefined || (typeof value === 'string' && value.trim() === '')
const at = (value: unknown, path: readonly PropertyKey[]) =>
  path.reduce<unknown>((v, key) => (v as Record<PropertyKey, unknown> | null)?.[key], value)

/**
 * A form over a Zod schema: a draft whose figures may be open, what is wrong with which field in
 * words, and the finished thing. No field is scolded before it was tried.
 *
 * @param values what the form begins with
 * @param form the form itself, where the first wrong field is to be found
 */
export function useDraft<S extends z.ZodType>(
  schema: S,
  values: Drafted<z.input<S>>,
  form: () => HTMLElement | null | undefined = () => document.querySelector<HTMLElement>('[role=dialog] form'),
): DraftForm<S> {
  const { t } = useI18n()
  const plain = (v: Drafted<z.input<S>>) => JSON.parse(JSON.stringify(v)) as Drafted<z.input<S>>
  const draft = ref(plain(values)) as Ref<Drafted<z.input<S>>>
  const tried = ref(false)
  const read = computed(() => schema.safeParse(draft.value))
  const problems = computed(() => {
    const found = new Map<string, Problem>()
    for (const { path, message } of read.value.error?.issues ?? []) {
      const name = path.map(String).join('.')
      const code = isEmpty(at(draft.value, path)) ? 'missing' : isProblem(message) ? message : 'out-of-range'
      if (!found.has(name)) found.set(name, code)
    }
    return found
  })

  function problemOf(path: string): string | null {
    const code = problems.value.get(path)
    return code === undefined || (code === 'missing' && !tried.value) ? null : t(`draft.problem.${code}`)
  }
  function begin(next: Drafted<z.input<S>>): void {
    draft.value = plain(next)
    tried.value = false
  }
  function take(): z.output<S> | null {
    tried.value = true
    if (read.value.success) return read.value.data
    void nextTick(() => form()?.querySelector<HTMLElement>('[aria-invalid=true]')?.focus())
    return null
  }
  return {
    draft,
    tried,
    ready: computed(() => read.value.success),
    wrong: computed(() => [...problems.value.keys()]),
    problemOf,
    begin,
    take,
  }
}
