export const nights = {
  tooLarge: 'The file is larger than 20 MB; a hundred years of days are less than 3.',
  noColumns: '{file} holds no column of dates beside one of temperatures.',
  read: '{days} read',
  fromTo: ', {minima} to {minima2}',
  missing: '; {days} missing. {wholeSeasons}',
  leftOut: '; left out for missing days: {dropped}{extra}',
  use: 'Use this record',
  cancel: 'Cancel',
} as const
