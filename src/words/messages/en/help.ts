export const help = {
  guide: 'Guide',
  pages: 'Pages of the guide',
  searchTheGuide: 'Search the guide',
  nothingFound: 'No page says “{asked}”.',
  moreInTheGuide: 'More in the guide',
  close: 'Close',
  tour: 'First tour',
  goOnWithTheTour: 'Go on with the tour',
  newHere: 'New here? A tour in six steps shows what is where.',
  notNow: 'Not now',
  stepOf: 'Step {at} of {of}',
  leaveTour: 'Close',
  showIt: 'Show it',
  back: 'Back',
  next: 'Next',
  end: 'Done',
  steps: {
    today: {
      title: 'What is due',
      say: 'Work stands in the order you walk: place by place. Tick off what was done as planned; “Something else” is for what really happened. What is late stays here until it is done.',
    },
    batch: {
      title: 'One sowing',
      say: 'Where it stands, what comes next, and whether it will be in time for its planting. Count it on a drawing of its tray: it says what to do if too few came up.',
    },
    plan: {
      title: 'The whole season',
      say: 'Every batch is a stair, counted back from its planting day. Drag its body to plant on another day, its foot to sow on another. Open any number to see where it comes from.',
    },
    benches: {
      title: 'Is there room?',
      say: 'Red is over: room, heat, trays or hours. “Make it fit” looks for the fewest changes that put it right, each with its reason.',
    },
    sowing: {
      title: 'A working day on one sheet',
      say: 'What to fill, how much of which mix, labels, where everything goes, and what is missing before you begin. It prints on one page.',
    },
    buying: {
      title: 'What to buy, by when',
      say: 'What the season still needs beyond what is in store, in the cheapest packs. That is the tour: “?” on any page tells what it is for.',
    },
  },
} as const
