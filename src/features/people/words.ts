/** What is said here and nowhere else comes with the code of this view. */
import { people } from '../../words/messages/en/people'
import { addMessages } from '../../words/translator'

addMessages({ people })
