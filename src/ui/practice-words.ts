/** What is said of practice seasons comes with what shows them. */
import { practice } from '../words/messages/en/practice'
import { addMessages } from '../words/translator'

addMessages({ practice })
