/** Every language can be read in tests. */
import { LANGUAGES, loadLanguage } from '../../src/words/translator'

await Promise.all(LANGUAGES.map(loadLanguage))
