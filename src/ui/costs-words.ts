/** What is said of costs comes with the code that speaks of them. */
import { costs } from '../words/messages/en/costs'
import { addMessages } from '../words/translator'

addMessages({ costs })
