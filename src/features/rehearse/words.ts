/** What is said here and nowhere else comes with the code of this view. */
import { rehearse } from '../../words/messages/en/rehearse'
import { addMessages } from '../../words/translator'

addMessages({ rehearse })
