/** What American English says otherwise. */
export const enUS = {
  farmPage: {
    firstInAutumnHalfAfter: 'First in fall, half after',
    firstInAutumnFrom: 'first in fall from',
    waterToWetALitre: 'Water to wet a liter',
    aLitreOfMix: 'A liter of mix',
    cLitresCm: '°C, liters, cm',
  },
  field: { covers: { fleece: 'Row cover', tunnel: 'High tunnel', glasshouse: 'Greenhouse' } },
  firstFarm: {
    cLitresCm: '°C, liters, cm',
    firstFrostInAutumn: 'First frost in fall',
  },
  plan: { beforeFirstAutumnFrost: 'before first fall frost' },
  words: {
    anchors: {
      tooEarlyAndItsFirst:
        'Too early: {out}, and its first harvest then is about {harvest}. A bed under cover, an earlier season group, or sowing the fall before brings it forward.',
      readyBeforeTheFirstAutumn:
        'Ready before the first fall frost: {days} to harvest, × {factor} for shortening days.',
      anchor: { 'first-frost': 'the first fall frost' },
    },
    farm: { containerKind: { 'fibre-sheet': 'mineral-fiber sheet' } },
    field: {
      onlySeedlingsAMetreAre:
        'Only {expected} seedlings {unit, select, ft {a foot} other {a meter}} are to be expected where {wanted} are wanted: sow thicker.',
    },
    figures: { lacked: { sheet: 'needs foam, pellet or fiber sheets' } },
    methods: { seedsAMetreSownIn: '{seeds} seeds {unit, select, ft {a foot} other {a meter}}, sown in place' },
  },
} as const
