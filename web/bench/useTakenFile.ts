import { ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { downloadBlob } from './download'

/** What the server calls a file that it gives. */
const nameOf = (answer: Response) =>
  /filename="([^"]+)"/.exec(answer.headers.get('content-disposition') ?? '')?.[1] ?? 'even-bore'

/**
 * Takes a file from the server to the person's own files. One that does not come is told in words on the page, where a
 * plain link would leave it to the browser.
 */
export function useTakenFile() {
  const { t } = useI18n()
  /** The address that is asked for just now. */
  const underWay = ref<string | null>(null)
  const problem = ref<string | null>(null)

  async function take(href: string): Promise<void> {
    if (underWay.value) return
    underWay.value = href
    problem.value = null
    try {
      const answer = await fetch(href)
      if (answer.ok) downloadBlob(nameOf(answer), await answer.blob())
      else problem.value = ((await answer.json()) as { error: { message: string } }).error.message
    } catch {
      problem.value = t('file.away')
    } finally {
      underWay.value = null
    }
  }
  /** For a link's click: the link stays one, so that it can be copied and opened otherwise. */
  const takeLink = (event: Event) => {
    event.preventDefault()
    void take((event.currentTarget as HTMLAnchorElement).href)
  }
  return { takeLink, underWay, problem }
}
