/** A photo shared to the application from another: where it waits on the device until it is known which batch it is of. */

/** Where a device sends it; the service worker answers. */
export const SHARE_TO = '/shared-photo'

/** The field of the form it comes in. */
export const SHARED_FIELD = 'photo'

export const SHARED_CACHE = 'dove-step-shared'

/** The address it is kept under. */
export const SHARED_PHOTO = '/shared-photo/waiting'

/** The page that shows it. */
export const SHARED_AT = '/scan'
