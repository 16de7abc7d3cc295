/** Cookies that hold a reader's own choices. They are read by the server too, so that the first page is right. */

export const WORKING_DAY_COOKIE = 'dove-step-day'
export const UNITS_COOKIE = 'dove-step-units'
