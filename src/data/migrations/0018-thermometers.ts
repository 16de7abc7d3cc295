/** Thermometers that send by themselves, the broker they may send through, and devices that are told of frost. */
import { sql, type Kysely } from 'kysely'

const FARM = 'farm_id uuid not null references farm on delete cascade'
const OF_ITS_FARM = `using (farm_id = nullif(current_setting('dove_step.farm', true), '')::uuid)`

const CHANGES = [
  // It is known by a token it alone holds. What it said last, and whether that is an alarm, is kept with it.
  `create table thermometer (thermometer_id uuid not null default gen_random_uuid(), ${FARM},
    name text not null check (length(name) between 1 and 60), place text not null, unit text not null check (unit in ('C', 'F')),
    token_hash text not null unique, topic text check (length(topic) between 1 and 200), below real, above real,
    made_at timestamptz not null default now(), last_at timestamptz, last_celsius real, alarm jsonb,
    alarm_told boolean not null default false, silent_told boolean not null default false, refused text, refused_at timestamptz,
    check ((last_at is null) = (last_celsius is null)), check ((refused is null) = (refused_at is null)),
    primary key (farm_id, thermometer_id), unique (farm_id, name))`,
  // Hours of UTC with the place it hung in then.
  `create table thermometer_hour (farm_id uuid not null, thermometer_id uuid not null, place text not null,
    hour timestamptz not null, low real, high real, impossible boolean not null,
    check ((low is null) = (high is null)), check (low <= high),
    foreign key (farm_id, thermometer_id) references thermometer on delete cascade,
    primary key (farm_id, thermometer_id, place, hour))`,
  `create table broker (${FARM}, address text not null check (length(address) between 1 and 300), username text, password text,
    heard text not null default 'asked' check (heard in ('asked', 'connected', 'failed')), problem text,
    version uuid not null default gen_random_uuid(), primary key (farm_id))`,
  // Whose browser it is; nobody's where nobody has to sign in.
  `create table push_subscription (${FARM}, endpoint text not null check (length(endpoint) between 1 and 1000),
    p256dh text not null, auth text not null, person_id text references person on delete cascade,
    phone_id uuid references phone on delete cascade, locale text not null, units text not null check (units in ('metric', 'us')), made_at timestamptz not null default now(),
    primary key (farm_id, endpoint))`,
  // By which push services know this server again.
  `create table push_key (one boolean primary key default true check (one), public_key text not null, private_key text not null)`,
  ...['thermometer', 'thermometer_hour', 'broker', 'push_subscription'].flatMap((table) => [
    `alter table ${table} enable row level security`,
    `create policy of_its_farm on ${table} ${OF_ITS_FARM}`,
  ]),
]

const BACK = ['push_key', 'push_subscription', 'broker', 'thermometer_hour', 'thermometer']

export async function up(db: Kysely<unknown>): Promise<void> {
  for (const change of CHANGES) await sql.raw(change).execute(db)
}

export async function down(db: Kysely<unknown>): Promise<void> {
  for (const table of BACK) await sql.raw(`drop table ${table}`).execute(db)
}
