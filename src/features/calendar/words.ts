/** What is said here and nowhere else comes with the code of this view. */
import { calendars } from '../../words/messages/en/calendars'
import { addMessages } from '../../words/translator'

addMessages({ calendars })
