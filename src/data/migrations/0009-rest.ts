/**
 * Every row ends in the rest of its part of the season document, shaped as the document is: what has no column of its
 * own is kept there. Groups of columns that were put together by hand before become that. Every keyed thing says the
 * revision that last changed it.
 */
import { sql, type Kysely } from 'kysely'

const rest = `add column rest jsonb not null default '{}' check (jsonb_typeof(rest) = 'object')`
const version = 'add column version int not null default 1 check (version > 0)'
const named = (table: string, column: string) => `alter table ${table} rename column ${column} to rest`

/** Rows that were updated leave checks behind for the end of the transaction; tables cannot be altered before they are done. */
const CHECK_AT_ONCE = 'set constraints all immediate'

const CHANGES = [
  CHECK_AT_ONCE,
  ...['place', 'container', 'lot'].map((table) => named(table, 'more')),
  ...['place', 'container', 'crop', 'variety', 'lot', 'method', 'block', 'bed'].map(
    (table) => `alter table ${table} ${version}`,
  ),
  ...[
    'place_period',
    'growth_point',
    'preparation',
    'lot_test',
    'stage',
    'bed_standing',
    'planting_share',
    'block',
    'bed',
  ].map((table) => `alter table ${table} ${rest}`),
  named('crop', 'facts'),
  `update crop set rest = (rest - 'cover' - 'plateauTo' - 'usual')
    || case when rest ?| array['cover', 'plateauTo'] then jsonb_build_object('germination', jsonb_strip_nulls(
      jsonb_build_object('cover', rest -> 'cover', 'plateauTo', rest -> 'plateauTo'))) else '{}'::jsonb end
    || case when rest ? 'usual' then jsonb_build_object('growth', jsonb_build_object('usual', rest -> 'usual')) else '{}'::jsonb end`,
  named('variety', 'overrides'),
  `update variety set rest = case when rest = '{}'::jsonb then '{}'::jsonb else jsonb_build_object('overrides', rest) end`,
  named('method', 'more'),
  `update method set rest = rest || jsonb_build_object('sowing', sowing) where sowing <> '{}'::jsonb`,
  'alter table method drop column sowing',
  // A list that is there but empty is said to be.
  `update method set rest = rest || '{"stages": []}'::jsonb where not exists (select from stage
    where stage.farm_id = method.farm_id and stage.season_id = method.season_id and stage.method = method.key)`,
  `update stage set rest = rest || '{"place": "@usual-pace"}'::jsonb where place is null`,
  `update stage set rest = rest || '{"germinateAt": "@usual-pace"}'::jsonb where germinate_by_rule`,
  'alter table stage drop column germinate_by_rule',
  `update block set rest = jsonb_build_object('covers', covers) where covers is not null`,
  `update bed set rest = jsonb_build_object('covers', covers) where covers is not null`,
  'alter table block drop column covers',
  'alter table bed drop column covers',
  named('planting', 'more'),
  `update planting set rest = (rest - 'even' - 'dates' - 'toNobody')
    || case when rest ?| array['even', 'dates'] then jsonb_build_object('series', jsonb_strip_nulls(
      jsonb_build_object('even', rest -> 'even', 'dates', rest -> 'dates'))) else '{}'::jsonb end
    || case when rest ? 'toNobody' then '{"goes": []}'::jsonb else '{}'::jsonb end
    || case when anchor is null then '{}'::jsonb else jsonb_build_object('anchor', anchor) end`,
  'alter table planting drop column anchor',
  `alter table planting add constraint planting_anchor_check
    check (rest -> 'anchor' is null or rest -> 'anchor' ->> 'to' in ('last-frost', 'first-frost', 'harvest', 'event', 'bed', 'warmth'))`,
  named('series_change', 'more'),
  `update series_change set rest = (rest - 'toNobody') || case when rest ? 'toNobody' then '{"goes": []}'::jsonb else '{}'::jsonb end`,
  'alter table series_change alter column dropped drop not null',
  'update series_change set dropped = null where not dropped',
  `alter table season ${rest}, add column facts_version int not null default 1 check (facts_version > 0),
    add column plan_revision int not null default 1 check (plan_revision > 0)`,
  'update season set plan_revision = revision',
  `update season set rest = jsonb_build_object(
    'habits', more_habits,
    'farm', coalesce(more_site -> 'farm', '{}'::jsonb),
    'site', (more_site - 'farm') || case when frost_record is null then '{}'::jsonb
      else jsonb_build_object('frost', jsonb_build_object('record', frost_record)) end)`,
  'alter table season drop column more_habits, drop column more_site, drop column frost_record',
]

const BACK = [
  CHECK_AT_ONCE,
  `alter table season add column more_habits jsonb not null default '{}' check (jsonb_typeof(more_habits) = 'object'),
    add column more_site jsonb not null default '{}' check (jsonb_typeof(more_site) = 'object'), add column frost_record jsonb`,
  `update season set more_habits = coalesce(rest -> 'habits', '{}'::jsonb), frost_record = rest -> 'site' -> 'frost' -> 'record',
    more_site = (coalesce(rest -> 'site', '{}'::jsonb) - 'frost') || jsonb_build_object('farm', coalesce(rest -> 'farm', '{}'::jsonb))`,
  'alter table season drop column rest, drop column facts_version, drop column plan_revision',
  'update series_change set dropped = false where dropped is null',
  'alter table series_change alter column dropped set not null',
  `update series_change set rest = (rest - 'goes') || case when rest -> 'goes' = '[]'::jsonb then '{"toNobody": true}'::jsonb else '{}'::jsonb end`,
  'alter table series_change rename column rest to more',
  'alter table planting drop constraint planting_anchor_check, add column anchor jsonb',
  `update planting set anchor = rest -> 'anchor', rest = (rest - 'anchor' - 'series' - 'goes')
    || coalesce(rest -> 'series', '{}'::jsonb) || case when rest -> 'goes' = '[]'::jsonb then '{"toNobody": true}'::jsonb else '{}'::jsonb end`,
  'alter table planting rename column rest to more',
  `alter table planting add constraint planting_anchor_check
    check (anchor is null or anchor->>'to' in ('last-frost', 'first-frost', 'harvest', 'event', 'bed', 'warmth'))`,
  `alter table bed add column covers jsonb check (jsonb_typeof(covers) = 'array')`,
  `alter table block add column covers jsonb check (jsonb_typeof(covers) = 'array')`,
  `update bed set covers = rest -> 'covers'`,
  `update block set covers = rest -> 'covers'`,
  'alter table stage add column germinate_by_rule boolean not null default false',
  `update stage set germinate_by_rule = true where rest ->> 'germinateAt' = '@usual-pace'`,
  'alter table stage add check (not germinate_by_rule or germinate_at is null)',
  `alter table method add column sowing jsonb not null default '{}' check (jsonb_typeof(sowing) = 'object')`,
  `update method set sowing = coalesce(rest -> 'sowing', '{}'::jsonb), rest = rest - 'sowing'`,
  'alter table method rename column rest to more',
  `update variety set rest = coalesce(rest -> 'overrides', '{}'::jsonb)`,
  'alter table variety rename column rest to overrides',
  `update crop set rest = (rest - 'germination' - 'growth') || coalesce(rest -> 'germination', '{}'::jsonb) || coalesce(rest -> 'growth', '{}'::jsonb)`,
  'alter table crop rename column rest to facts',
  ...['place', 'container', 'lot'].map((table) => `alter table ${table} rename column rest to more`),
  ...[
    'place_period',
    'growth_point',
    'preparation',
    'lot_test',
    'stage',
    'bed_standing',
    'planting_share',
    'block',
    'bed',
  ].map((table) => `alter table ${table} drop column rest`),
  ...['place', 'container', 'crop', 'variety', 'lot', 'method', 'block', 'bed'].map(
    (table) => `alter table ${table} drop column version`,
  ),
]

export async function up(db: Kysely<unknown>): Promise<void> {
  for (const change of CHANGES) await sql.raw(change).execute(db)
}

export async function down(db: Kysely<unknown>): Promise<void> {
  for (const change of BACK) await sql.raw(change).execute(db)
}
