/** Names of farms and seasons as parts of an address: `sallow-ferry/2027`. */

/** Views of a season, as their addresses end. */
export const VIEW_NAMES = [
  'today',
  'plan',
  'sheet',
  'start-now',
  'benches',
  'field',
  'seed',
  'buying',
  'costs',
  'mats',
  'guide',
  'calendar',
  'rehearse',
  'drills',
  'practice',
  'labels',
  'know-how',
  'journal',
  'readings',
  'learned',
  'sowing',
  'batch',
  'scan',
  'install',
  'farm',
  'people',
  'audit',
  'what-if',
] as const

/** What an address may begin with beside a farm. */
const NOT_FARMS: readonly string[] = [
  ...VIEW_NAMES,
  'api',
  'out',
  'b',
  'dev',
  'farms',
  'begin',
  'sign-in',
  'join',
  'new-password',
  'phone',
]

const LONGEST = 40

/**
 * A name as part of an address: small letters, digits and hyphens.
 *
 * @param without what it is called where the name has no letter or digit that an address can hold
 */
const plain = (name: string, without: string): string =>
  name
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .slice(0, LONGEST)
    .replace(/^-+|-+$/g, '') || without

/** The address, or the first of it with a number behind it, that is not taken yet. */
function free(address: string, taken: Iterable<string>): string {
  const known = new Set(taken)
  if (!known.has(address)) return address
  for (let n = 2; ; n++) if (!known.has(`${address}-${n}`)) return `${address}-${n}`
}

/**
 * The address of a new farm.
 *
 * @param taken addresses of the farms there are
 */
export const farmAddress = (name: string, taken: Iterable<string>): string =>
  free(plain(name, 'my-farm'), [...NOT_FARMS, ...taken])

/**
 * The address of a new season, or of a copy of one, within its farm.
 *
 * @param taken addresses of the seasons and copies the farm has
 */
export const seasonAddress = (name: string, taken: Iterable<string>): string => free(plain(name, 'season'), taken)

/** What of Today is opened with it: `sown` the form of a sowing nobody had planned. */
export const RECORD_NOW = 'record'
