/** Tables of the database as Kysely sees them. Every key begins with the farm. Dates are ISO strings. */
import type { ColumnType, Generated, GeneratedAlways, JSONColumnType } from 'kysely'
import type { Alarm } from '../core/climate/alarm'
import type { Audited } from '../season/audited'
import type { Role } from '../season/roles'

/** The season a row belongs to. */
export interface SeasonId {
  farm_id: string
  season_id: string
}

/** A keyed thing of a season, in the order it was written. Which columns hold what: `collections.ts`. */
interface ThingTable extends SeasonId {
  key: string
  position: number
  /** Revision that last changed it. */
  version: number
  /** What has no column of its own, shaped as the document is. */
  rest: Json
}

export interface FarmTable {
  farm_id: Generated<string>
  name: string
  /** Its part of every address: unique, and kept when the farm is renamed. */
  address: string
  /** Shipped for looking at: it may be reset. */
  demo: Generated<boolean>
  created_at: ColumnType<Date, never, never>
}

/** Its own facts lie in further columns: `FACTS_COLUMNS`. */
export interface SeasonTable extends SeasonId {
  name: string
  /** Unique within the farm; kept when the season is renamed. */
  address: string
  archived_at: Date | null
  ends_on: string
  opens_on: string | null
  revision: number
  /** Revision that last changed what is planned; records raise only the other. */
  plan_revision: Generated<number>
  /** Revision at which records were last taken away, or became others. */
  records_revision: Generated<number>
  /** Revision at which readings last became others. */
  readings_revision: Generated<number>
  opened_at: ColumnType<Date, never, Date>
  rest: Json
  facts_version: Generated<number>
  what_if_of: string | null
  what_if: string | null
  what_if_from: JSONColumnType<object> | null
}

/** A fit that the server was asked for. */
export interface FitRunTable extends SeasonId {
  run: string
  revision: number
  from_day: string
  asked_at: ColumnType<Date, never, never>
  done_at: Date | null
  state: 'waiting' | 'running' | 'done' | 'stopped' | 'failed'
  status: JSONColumnType<object> | null
  failure: string | null
}

/** Columns of methods, stages and plantings that a sowing's record is judged by. */
export interface MethodTable extends ThingTable {
  policy: string
}

export interface StageTable extends SeasonId {
  method: string
  position: number
  divide: number | null
}

export interface PlantingTable extends ThingTable {
  method: string
}

export interface SeriesChangeTable extends SeasonId {
  planting: string
  n: number
  rest: Json
}

export interface JournalTable extends SeasonId {
  entry: Generated<string>
  at: ColumnType<Date, never, never>
  who: string
  action: string
  summary: string
  before: JSONColumnType<object>
  after: JSONColumnType<object>
  revision: number
  undoes: string | null
  undone: Generated<boolean>
  person_id: string | null
  /** Given by the device that made it. */
  change_id: Generated<string | null>
}

export interface RecordTable extends SeasonId {
  id: string
  seq: GeneratedAlways<string>
  on_day: string
  at: ColumnType<Date, string, never>
  who: string
  batch: string | null
  /** The batch that a part belongs to. */
  root: string | null
  place: string | null
  what: JSONColumnType<object>
  note: string | null
  photos: JSONColumnType<string[]>
  instead: string | null
  void: Generated<boolean>
  person_id: string | null
  /** The shared phone it came from. */
  phone_id: string | null
}

export interface PersonTable {
  id: string
  name: string
  email: string
}

export interface SignInTable {
  id: string
  token: string
  person_id: string
  expires_at: Date
  user_agent: string | null
  created_at: Date
  updated_at: Date
}

export interface MemberTable {
  farm_id: string
  person_id: string
  role: Role
  since: GeneratedAlways<Date>
}

export interface InvitationTable {
  token_hash: string
  /** None: of the first owner of all farms there are. */
  farm_id: string | null
  role: Role
  made_by: string | null
  made_at: GeneratedAlways<Date>
  expires_at: Date
  used_by: string | null
  used_at: Date | null
}

export interface SharingTable {
  one: Generated<boolean>
  since: GeneratedAlways<Date>
  secret: string
  /** Who may do what touches every farm. */
  keeper: string | null
}

export interface PhoneTable {
  phone_id: Generated<string>
  farm_id: string
  name: string
  token_hash: string | null
  code_hash: string | null
  code_until: Date | null
  made_by: string | null
  made_at: GeneratedAlways<Date>
  joined_at: Date | null
  seen_at: Date | null
}

export interface CrewNameTable {
  farm_id: string
  name: string
  pin_salt: string | null
  pin_hash: string | null
}

export interface AuditTable {
  seq: GeneratedAlways<string>
  at: Generated<Date>
  farm_id: string | null
  person_id: string | null
  who: string
  what: Audited
  about: string
}

export interface PhotoTable extends SeasonId {
  id: string
  type: 'image/jpeg' | 'image/webp'
  width: number
  height: number
  bytes: Buffer
}

export interface ReadingTable extends SeasonId {
  place: string
  source: string
  on_day: string
  low: number
  high: number
}

/** A thermometer that sends by itself. */
export interface ThermometerTable {
  farm_id: string
  thermometer_id: Generated<string>
  name: string
  place: string
  unit: 'C' | 'F'
  token_hash: string
  /** Where it speaks through a broker. */
  topic: string | null
  below: number | null
  above: number | null
  made_at: GeneratedAlways<Date>
  last_at: Date | null
  last_celsius: number | null
  alarm: JSONColumnType<Alarm, string | null, string | null> | null
  /** Whether devices have been told of the alarm that is on, and that it has gone silent. */
  alarm_told: Generated<boolean>
  silent_told: Generated<boolean>
  refused: string | null
  refused_at: Date | null
}

export interface ThermometerHourTable {
  farm_id: string
  thermometer_id: string
  place: string
  hour: Date
  low: number | null
  high: number | null
  impossible: boolean
}

export interface BrokerTable {
  farm_id: string
  address: string
  username: string | null
  password: string | null
  heard: Generated<'asked' | 'connected' | 'failed'>
  problem: string | null
  /** Another one whenever something about it was changed. */
  version: Generated<string>
}

export interface PushSubscriptionTable {
  farm_id: string
  endpoint: string
  p256dh: string
  auth: string
  person_id: string | null
  phone_id: string | null
  locale: string
  units: 'metric' | 'us'
  made_at: GeneratedAlways<Date>
}

export interface CalendarTable {
  farm_id: string
  calendar_id: Generated<string>
  person_id: string | null
  token_hash: string
  name: string
  /** What is in it, but its name. */
  facts: JSONColumnType<object>
  locale: string
  units: 'metric' | 'us'
  made_at: GeneratedAlways<Date>
  read_at: Date | null
}

export interface CalendarEntryTable {
  farm_id: string
  calendar_id: string
  entry: string
  day: string
  title: string
  digest: string
  sequence: number
  changed_at: Date
  gone_at: Date | null
}

export interface DrillAnswerTable {
  farm_id: string
  answer_id: string
  person_id: string | null
  who: string
  card: string
  was_right: boolean
  answered_at: Date
}

export interface PushKeyTable {
  one: Generated<boolean>
  public_key: string
  private_key: string
}

export interface PasskeyTable {
  credential_id: string
  person_id: string
  rp: string
  public_key: Buffer
  counter: string
  transports: string[]
  name: string
  made_at: GeneratedAlways<Date>
  used_at: Date | null
}

export interface PasskeyChallengeTable {
  challenge_hash: string
  about: string
  expires_at: Date
}

/** A group of facts that nothing refers to; checked by the season's own schema on the way in. */
type Json = JSONColumnType<object>

export interface Database {
  farm: FarmTable
  season: SeasonTable
  fit_run: FitRunTable
  place: ThingTable
  mix: ThingTable
  supply: ThingTable
  purchase: ThingTable
  container: ThingTable
  crop: ThingTable
  variety: ThingTable
  lot: ThingTable
  method: MethodTable
  stage: StageTable
  block: ThingTable
  bed: ThingTable
  planting: PlantingTable
  series_change: SeriesChangeTable
  journal: JournalTable
  record: RecordTable
  photo: PhotoTable
  reading: ReadingTable
  person: PersonTable
  sign_in: SignInTable
  member: MemberTable
  invitation: InvitationTable
  sharing: SharingTable
  phone: PhoneTable
  crew_name: CrewNameTable
  audit: AuditTable
  thermometer: ThermometerTable
  thermometer_hour: ThermometerHourTable
  broker: BrokerTable
  push_subscription: PushSubscriptionTable
  push_key: PushKeyTable
  calendar: CalendarTable
  calendar_entry: CalendarEntryTable
  drill_answer: DrillAnswerTable
  passkey: PasskeyTable
  passkey_challenge: PasskeyChallengeTable
}

/** A query of one season. */
export function ofSeason<Q extends { where(column: 'farm_id' | 'season_id', op: '=', value: string): Q }>(
  query: Q,
  id: SeasonId,
): Q {
  return query.where('farm_id', '=', id.farm_id).where('season_id', '=', id.season_id)
}
