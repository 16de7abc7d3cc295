/** What is said in Spanish: all that a crew reads. */
export const es = {}
export const CREW = ['today'] as const
