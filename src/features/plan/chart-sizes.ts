/** Heights on the plan, px. */

export const ROW = 39

// px
export const GROUP = 34

export const AXIS = 38

export const STAIR = 28
