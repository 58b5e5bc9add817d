import type { Component } from 'vue'
import type { WorkName } from '#core/works/stage-table'
import { broughtComponent } from '../app/bring'

const files = import.meta.glob<{ default: Component }>('./*/*Record.vue')
const found = new Map<string, Component>(
  Object.entries(files).map(([path, load]) => [path.split('/')[1]!, broughtComponent(load)]),
)

/** What some works show on the record's screen: the component `…Record.vue` of each that has one. */
export const recordParts = (works: readonly WorkName[]): { work: WorkName; part: Component }[] =>
  works.flatMap((work) => {
    const part = found.get(work)
    return part ? [{ work, part }] : []
  })
