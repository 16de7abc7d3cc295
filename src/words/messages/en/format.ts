export const format = {
  week: 'week {week}',
  list: '{most} and {last}',
  over: 'over {share}',
  under: 'under {share}',
  range: '{from} to {until}',
} as const
