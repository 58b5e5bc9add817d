import { needWords } from '../app/i18n'

// Whatever is drawn in a test has its words.
await needWords()
