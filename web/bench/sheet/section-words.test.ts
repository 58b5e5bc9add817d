import { describe, expect, it } from 'vitest'
import words from '../../../contract/words/en/sheet.json'
import * as works from '#core/works/works'
import { sectionShape, type Shape } from './section-shape'

/** Every name that a form of this shape shows, and every option it offers. */
function shown(shape: Shape): { fields: string[]; options: string[] } {
  switch (shape.is) {
    case 'group': {
      const below = Object.values(shape.fields).map(shown)
      return {
        fields: [...Object.keys(shape.fields), ...below.flatMap((b) => b.fields)],
        options: below.flatMap((b) => b.options),
      }
    }
    case 'list':
    case 'maybe':
      return shown(shape.of)
    case 'choice':
      return { fields: [], options: shape.options.map(String) }
    default:
      return { fields: [], options: [] }
  }
}

describe('the form of an engine’s sheet', () => {
  it.each(Object.entries(works).flatMap(([name, work]) => ('section' in work ? [[name, work.section] as const] : [])))(
    'names every field and every choice of the section %s in words',
    (_, section) => {
      const { fields, options } = shown(sectionShape(section))
      expect(fields.length).toBeGreaterThan(0)
      const { field, option } = words.sheet as Record<'field' | 'option', Record<string, string>>
      expect([...new Set(fields)].filter((f) => !field[f])).toEqual([])
      expect([...new Set(options)].filter((o) => Number.isNaN(Number(o)) && !option[o])).toEqual([])
    },
  )
})
