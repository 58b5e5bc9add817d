import { unprinted as words } from './en/errors.json'

const escaped = (text: string) => text.replace(/[&<>"']/g, (c) => `&#${c.charCodeAt(0)};`)

/** Colours as in the app, by the device's own wish for light or dark: this page knows nothing of the app. */
const STYLE = `
  :root { color-scheme: light dark; --paper: #f5f2ec; --ink: #23272b; --brass: #a8781f; --on-brass: #ffffff }
  @media (prefers-color-scheme: dark) { :root { --paper: #1a1e22; --ink: #ebe6dc; --brass: #d2a24a; --on-brass: #1a1e22 } }
  body { margin: 0; background: var(--paper); color: var(--ink); font: 20px/1.4 sans-serif }
  main { max-width: 40rem; margin: 15vh auto; padding: 0 1.5rem }
  h1 { font-size: 1.5rem }
  a { display: inline-block; padding: 0.75rem 1.5rem; background: var(--brass); color: var(--on-brass); font-weight: 600; text-decoration: none }
  a:focus-visible { outline: 3px solid var(--ink); outline-offset: 3px }
`

/** What a person sees in place of a paper that did not come: why, and how to ask again. @param why a sentence */
export function problemPage(why: string): string {
  return `<!doctype html>
<html lang="en">
<meta charset="utf-8" />
<meta name="viewport" content="width=device-width, initial-scale=1" />
<title>${escaped(words.title)} · Even Bore</title>
<style>${STYLE}</style>
<main>
<h1>${escaped(words.title)}</h1>
<p role="alert">${escaped(why)}</p>
<p>${escaped(words.close)}</p>
<p><a href="">${escaped(words.again)}</a></p>
</main>
</html>
`
}

/** What a device shows of itself where the server does not answer. */
export const awayPage = (): string => problemPage(words.away)
