/** What American English says otherwise. */
export const enUS = {}
