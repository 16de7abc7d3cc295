/** Any farm: places by rule, latitudes to 72, beds under cover, and seed that was never tested. */
import { sql, type Kysely } from 'kysely'

const CHANGES = [
  // A stage without a place goes where the rule says.
  'alter table stage alter column place drop not null, add column germinate_by_rule boolean not null default false',
  'alter table stage add check (not germinate_by_rule or germinate_at is null)',
  'alter table season drop constraint season_latitude_check, add constraint season_latitude_check check (latitude between -72 and 72)',
  `alter table block add column covers jsonb check (jsonb_typeof(covers) = 'array')`,
  `alter table bed add column covers jsonb check (jsonb_typeof(covers) = 'array')`,
  'alter table lot alter column germination drop not null',
]

const BACK = [
  'update lot set germination = 0.8 where germination is null',
  'alter table lot alter column germination set not null',
  'alter table bed drop column covers',
  'alter table block drop column covers',
  'update season set latitude = greatest(-66, least(66, latitude))',
  'alter table season drop constraint season_latitude_check, add constraint season_latitude_check check (latitude between -66 and 66)',
  `update stage set place = (select key from place where place.farm_id = stage.farm_id and place.season_id = stage.season_id
    order by position limit 1) where place is null`,
  'alter table stage drop column germinate_by_rule, alter column place set not null',
]

export async function up(db: Kysely<unknown>): Promise<void> {
  for (const change of CHANGES) await sql.raw(change).execute(db)
}

export async function down(db: Kysely<unknown>): Promise<void> {
  for (const change of BACK) await sql.raw(change).execute(db)
}
