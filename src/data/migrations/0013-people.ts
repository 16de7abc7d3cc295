/** People who sign in, what they may do on which farm, how they were invited, and who it was that wrote something. */
import { sql, type Kysely } from 'kysely'

const CHANGES = [
  `create table person (id text primary key, name text not null check (length(name) between 1 and 120),
    email text not null unique, email_verified boolean not null default false, image text,
    created_at timestamptz not null default now(), updated_at timestamptz not null default now())`,
  // A sign-in that has not ended; a person may have several, on several devices.
  `create table sign_in (id text primary key, token text not null unique,
    person_id text not null references person on delete cascade, expires_at timestamptz not null, ip_address text,
    user_agent text, created_at timestamptz not null default now(), updated_at timestamptz not null default now())`,
  'create index sign_in_of_person on sign_in (person_id)',
  `create table credential (id text primary key, account_id text not null, provider_id text not null,
    person_id text not null references person on delete cascade, access_token text, refresh_token text, id_token text,
    access_token_expires_at timestamptz, refresh_token_expires_at timestamptz, scope text, password text,
    created_at timestamptz not null default now(), updated_at timestamptz not null default now())`,
  'create index credential_of_person on credential (person_id)',
  `create table verification (id text primary key, identifier text not null, value text not null,
    expires_at timestamptz not null, created_at timestamptz not null default now(),
    updated_at timestamptz not null default now())`,
  // How often somebody has tried to sign in.
  'create table sign_in_rate (id text primary key, key text not null unique, count int not null, last_request bigint not null)',
  `create table member (farm_id uuid not null references farm on delete cascade,
    person_id text not null references person on delete cascade,
    role text not null check (role in ('owner', 'planner', 'crew', 'viewer')), since timestamptz not null default now(),
    primary key (farm_id, person_id))`,
  'create index member_of_person on member (person_id)',
  // The link itself is not kept, only what it can be known again by. Without a farm: the first owner of all there are.
  `create table invitation (token_hash text primary key, farm_id uuid references farm on delete cascade,
    role text not null check (role in ('owner', 'planner', 'crew', 'viewer')),
    made_by text references person on delete set null, made_at timestamptz not null default now(),
    expires_at timestamptz not null, used_by text references person on delete set null, used_at timestamptz)`,
  'create index invitation_of_farm on invitation (farm_id)',
  // One row where people have to sign in; none where everybody who reaches the server may do everything.
  // Its keeper is who may do what touches every farm: backups, and ending it.
  `create table sharing (one boolean primary key default true check (one), since timestamptz not null default now(),
    secret text not null, keeper text references person on delete set null)`,
  'alter table record add column person_id text references person on delete set null',
  'alter table journal add column person_id text references person on delete set null',
]

const BACK = [
  'alter table journal drop column person_id',
  'alter table record drop column person_id',
  ...['sharing', 'invitation', 'member', 'sign_in_rate', 'verification', 'credential', 'sign_in', 'person'].map(
    (table) => `drop table ${table}`,
  ),
]

export async function up(db: Kysely<unknown>): Promise<void> {
  for (const change of CHANGES) await sql.raw(change).execute(db)
}

export async function down(db: Kysely<unknown>): Promise<void> {
  for (const change of BACK) await sql.raw(change).execute(db)
}
