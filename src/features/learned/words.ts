/** What is said here and nowhere else comes with the code of this view. */
import { learned } from '../../words/messages/en/learned'
import { addMessages } from '../../words/translator'

addMessages({ learned })
