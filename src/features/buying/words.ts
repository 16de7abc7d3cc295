/** What is said here and nowhere else comes with the code of this view. */
import { buying } from '../../words/messages/en/buying'
import { addMessages } from '../../words/translator'

addMessages({ buying })
