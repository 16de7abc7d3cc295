/** Phones that a crew shares, who works with them, and what happened that owners may look up. */
import { sql, type Kysely } from 'kysely'

const CHANGES = [
  // A phone is known by a token it alone holds; until then by the code that makes it one, for a few minutes.
  `create table phone (phone_id uuid primary key default gen_random_uuid(),
    farm_id uuid not null references farm on delete cascade, name text not null check (length(name) between 1 and 60),
    token_hash text unique, code_hash text unique, code_until timestamptz, made_by text references person on delete set null,
    made_at timestamptz not null default now(), joined_at timestamptz, seen_at timestamptz)`,
  'create index phone_of_farm on phone (farm_id)',
  // Who works with them: crew without a sign-in of their own, and PINs of those who have one.
  `create table crew_name (farm_id uuid not null references farm on delete cascade,
    name text not null check (length(name) between 1 and 60), pin_salt text, pin_hash text,
    check ((pin_salt is null) = (pin_hash is null)), primary key (farm_id, name))`,
  'alter table record add column phone_id uuid references phone on delete set null',
  // What was done with people, files and the server. Nobody's name is taken out of it but by their deletion.
  `create table audit (at timestamptz not null default now(), seq bigint generated always as identity primary key,
    farm_id uuid references farm on delete cascade, person_id text references person on delete set null, who text not null,
    what text not null check (length(what) between 1 and 40), about text not null default '')`,
  'create index audit_of_farm on audit (farm_id, seq)',
]

const BACK = ['drop table audit', 'alter table record drop column phone_id', 'drop table crew_name', 'drop table phone']

export async function up(db: Kysely<unknown>): Promise<void> {
  for (const change of CHANGES) await sql.raw(change).execute(db)
}

export async function down(db: Kysely<unknown>): Promise<void> {
  for (const change of BACK) await sql.raw(change).execute(db)
}
