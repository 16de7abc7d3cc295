/** What is said here and nowhere else comes with the code of this view. */
import { firstFarm } from '../../words/messages/en/first-farm'
import { addMessages } from '../../words/translator'

addMessages({ firstFarm })
