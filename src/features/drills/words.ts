/** What is said here and nowhere else comes with the code of this view. */
import { drills } from '../../words/messages/en/drills'
import { addMessages } from '../../words/translator'

addMessages({ drills })
