/** Test helper: an empty, migrated database of its own. */
import pg from 'pg'
import { connect, type Connection } from './database'
import { migrate } from './migrate'

/**
 * Makes a database in the test cluster.
 *
 * @param clusterUrl any database of the cluster
 */
export async function freshDatabase(clusterUrl: string): Promise<Connection & { url: string }> {
  const name = `t_${crypto.randomUUID().replaceAll('-', '')}`
  const client = new pg.Client({ connectionString: clusterUrl })
  await client.connect()
  await client.query(`create database ${name}`)
  await client.end()
  const url = new URL(clusterUrl)
  url.pathname = `/${name}`
  const connection = connect(url.href)
  await migrate(connection.db)
  return { ...connection, url: url.href }
}
