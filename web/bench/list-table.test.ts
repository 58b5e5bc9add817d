import { createApp, h, nextTick } from 'vue'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { i18n } from '../app/i18n'
import * as files from './download'
import type { ListColumn } from './list-column'
import ListTable from './ListTable.vue'
import { PATIENT } from '../testing/patient'

interface Row {
  name: string
  size: number
}
const columns: ListColumn<Row>[] = [
  { id: 'name', header: 'Name', value: (r) => r.name },
  { id: 'size', header: 'Size', value: (r) => r.size },
  { id: 'open', header: 'Open' },
]
const rows: Row[] = Array.from({ length: 100 }, (_, i) => ({ name: `N${i}`, size: (i * 37) % 100 }))

let host: HTMLElement
const opened = vi.fn()
beforeEach(async () => {
  host = document.createElement('div')
  createApp({
    render: () => h(ListTable as never, { rows, columns, name: 'things', empty: 'nothing yet', onOpen: opened }),
  })
    .use(i18n)
    .mount(host)
  await nextTick()
})
const shown = () => [...host.querySelectorAll('[data-part=row]')].map((r) => r.querySelector('td')!.textContent)
const header = (n: number) => host.querySelectorAll<HTMLButtonElement>('thead button')[n]!
async function search(text: string): Promise<void> {
  const box = host.querySelector('input')!
  box.value = text
  box.dispatchEvent(new Event('input'))
  await nextTick()
}

describe('a list', () => {
  it('shows a piece, and more where it is asked for', async () => {
    expect(shown()).toHaveLength(40)
    host.querySelector<HTMLButtonElement>('[data-part=more-rows]')!.click()
    await nextTick()
    expect(shown()).toHaveLength(100)
    expect(host.querySelector('[data-part=more-rows]')).toBeNull()
  })

  it('is searched in all its columns, whatever is shown', async () => {
    await search('n99')
    expect(shown()).toEqual(['N99'])
    await search('  63 ')
    expect(shown()).toEqual(expect.arrayContaining(['N63', rows.find((r) => r.size === 63)!.name]))
    await search('no such thing')
    expect(shown()).toEqual([])
    expect(host.textContent).toContain('no such thing')
  })

  it('is sorted as a person counts, up, down and as it was', async () => {
    header(0).click()
    await nextTick()
    expect(shown().slice(0, 12)).toEqual(Array.from({ length: 12 }, (_, i) => `N${i}`))
    header(0).click()
    await nextTick()
    expect(shown()[0]).toBe('N99')
    header(0).click()
    await nextTick()
    expect(shown().slice(0, 3)).toEqual(['N0', 'N1', 'N2'])
    header(1).click()
    await nextTick()
    expect(
      [rows.find((r) => r.name === shown()[0])!.size, rows.find((r) => r.name === shown()[1])!.size].map(
        (s) => s < 2 || s > 97,
      ),
    ).toEqual([true, true])
  })

  it('goes out as a file: all that is found, in its order, without what says nothing', async () => {
    const file = vi.spyOn(files, 'download').mockImplementation(() => undefined)
    await search('n9')
    host.querySelectorAll<HTMLButtonElement>('button')[0]!.click()
    await vi.waitFor(() => expect(file).toHaveBeenCalled(), PATIENT)
    const [name, text] = file.mock.calls[0]!
    expect(name).toBe('things.csv')
    expect(text.split('\r\n').slice(0, 3)).toEqual(['Name,Size', `N9,${rows[9]!.size}`, `N90,${rows[90]!.size}`])
  })

  it('opens what is touched', () => {
    host.querySelector<HTMLElement>('[data-part=row]')!.click()
    expect(opened).toHaveBeenCalledWith(rows[0])
  })
})
