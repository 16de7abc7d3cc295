/** Connections that get at the rows of one farm alone, whatever is asked of them. */
import { sql, type Kysely } from 'kysely'
import pg from 'pg'
import { log } from './log'
import type { Database } from './schema'

/** What such connections act as: it owns nothing, and its rows are those of the farm that is set. */
export const FARM_ROLE = 'dove_step_farm'

/**
 * Lets connections act as the farm's role: makes it where the server has none, and gives it the tables whose rows have a farm.
 * Privileges are not in a backup, so this is done after each migration and restoring.
 */
export async function letFarmsIn(db: Kysely<Database>): Promise<void> {
  await sql
    .raw(
      `do $$ declare one text; begin
      -- Several servers of one database start at once: one after another.
      perform pg_advisory_xact_lock(hashtext('${FARM_ROLE}'));
      begin
        if not exists (select from pg_roles where rolname = '${FARM_ROLE}') then create role ${FARM_ROLE} nologin; end if;
        if not pg_has_role(current_user, '${FARM_ROLE}', 'member') then
          execute format('grant ${FARM_ROLE} to %I', current_user);
        end if;
      exception
        -- Another database of the same server is being made ready at this moment.
        when duplicate_object or unique_violation then null;
        when insufficient_privilege then return;
      end;
      grant usage on schema public to ${FARM_ROLE};
      for one in select table_name from information_schema.columns
          where table_schema = 'public' and column_name = 'farm_id' loop
        execute format('grant select, insert, update, delete on %I to ${FARM_ROLE}', one);
      end loop;
    end $$`,
    )
    .execute(db)
}

const BAD_VALUE = '22023' // what PostgreSQL calls a role it does not have
let told = false

/** Holds a connection to the rows of a farm. */
async function narrow(client: pg.PoolClient, farm: string): Promise<void> {
  const set = `set_config('dove_step.farm', $1, false)`
  try {
    await client.query(`select set_config('role', '${FARM_ROLE}', false), ${set}`, [farm])
  } catch (error) {
    if (!(error instanceof pg.DatabaseError) || error.code !== BAD_VALUE) throw error
    if (!told)
      log.warn(
        `The database has no role ${FARM_ROLE}: rows are told apart by the application alone (docs/security.md).`,
      )
    told = true
    await client.query(`select ${set}`, [farm])
  }
}

/**
 * A pool whose connections are those of one farm.
 *
 * @param pool of connections that are used for nothing else
 */
export function farmPool(pool: pg.Pool, held: WeakMap<pg.PoolClient, string>, farm: string) {
  return {
    async connect(): Promise<pg.PoolClient> {
      const client = await pool.connect()
      if (held.get(client) === farm) return client
      try {
        held.delete(client)
        await narrow(client, farm)
        held.set(client, farm)
      } catch (error) {
        client.release(error instanceof Error ? error : true)
        throw error
      }
      return client
    },
    // It is the other's to end.
    end: () => Promise.resolve(),
  }
}
