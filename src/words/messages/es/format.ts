export const format = {
  week: 'semana {week}',
  list: '{most} y {last}',
  over: 'más del {share}',
  under: 'menos del {share}',
  range: '{from} a {until}',
} as const
