/** What is said here and nowhere else comes with the code of this view. */
import { farmPage } from '../../words/messages/en/farm-page'
import { addMessages } from '../../words/translator'

addMessages({ farmPage })
