export const app = {
  thisViewCouldNotBe: 'This view could not be shown',
  lookFor: ' (look for {digest})',
  nothingWasLostYourSeason:
    'Nothing was lost: your season is in the database, and what you wrote down waits on this device. The page comes back by itself as soon as the server answers; if it stays like this, the server’s own log says more{extra}.',
  tryAgain: 'Try again',
  theSeasonCouldNotBe: 'The season could not be read',
  theServersLogHasMore: ' (the server’s log has more under {digest})',
  theDatabaseDoesNotAnswer:
    'The database does not answer just now. Nothing was lost, and what you wrote down waits on this device. The page comes back by itself as soon as it answers; if it stays like this, stop the application with Ctrl-C and start it again{extra}.',
  thereIsNoSuchPage: 'There is no such page',
  theAddressMayBeMistyped: 'The address may be mistyped, or what it led to has been deleted. Nothing is lost.',
  today: 'Today',
  plan: 'Plan',
  farm: 'Farm',
} as const
