/** What is said here and nowhere else comes with the code of this view. */
import { knowHow } from '../../words/messages/en/know-how'
import { addMessages } from '../../words/translator'

addMessages({ knowHow })
