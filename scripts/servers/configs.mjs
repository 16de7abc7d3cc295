/** What each server of a cluster is told: etcd, Patroni, pgBouncer and HAProxy. Text only; nothing here starts anything. */

/** Seconds until a database that has gone silent is given up, and how often it is looked at: Patroni takes no less than 20. */
const SILENCE = 20
const LOOK = 5

/** Arguments of one member of etcd, which decides which database is the primary. */
export const etcdArguments = ({ name, data, members }) => {
  const own = members.find((one) => one.name === name)
  const client = `http://127.0.0.1:${own.client}`
  const peer = `http://127.0.0.1:${own.peer}`
  return [
    `--name=${name}`,
    `--data-dir=${data}`,
    `--listen-client-urls=${client}`,
    `--advertise-client-urls=${client}`,
    `--listen-peer-urls=${peer}`,
    `--initial-advertise-peer-urls=${peer}`,
    `--initial-cluster=${members.map((one) => `${one.name}=http://127.0.0.1:${one.peer}`).join(',')}`,
    '--initial-cluster-token=dove-step',
    // Both are for discs that stall now and then; a member that is gone is noticed within this.
    '--heartbeat-interval=250',
    '--election-timeout=2500',
    '--log-level=error',
  ]
}

/**
 * What Patroni keeps of one database, as YAML (which JSON is).
 *
 * @param folder of this database alone; the data is kept in it
 * @param etcd ports of the members
 * @param bin folder of PostgreSQL's programs
 */
export const patroniConfig = ({ name, port, rest, etcd, folder, bin, passwords }) =>
  JSON.stringify(
    {
      scope: 'dove-step',
      name,
      log: { level: 'WARNING' },
      restapi: { listen: `127.0.0.1:${rest}`, connect_address: `127.0.0.1:${rest}` },
      etcd3: { hosts: etcd.map((at) => `127.0.0.1:${at}`) },
      bootstrap: {
        dcs: {
          ttl: SILENCE,
          loop_wait: LOOK,
          retry_timeout: LOOK,
          // What is acknowledged is on two databases; only one that has it all can become the primary.
          synchronous_mode: true,
          maximum_lag_on_failover: 1_048_576,
          postgresql: {
            use_pg_rewind: true,
            use_slots: true,
            parameters: { max_connections: 200, synchronous_commit: 'on', wal_keep_size: '256MB' },
          },
        },
        initdb: [{ encoding: 'UTF8' }, { locale: 'C.UTF-8' }, 'data-checksums'],
      },
      postgresql: {
        listen: `127.0.0.1:${port}`,
        connect_address: `127.0.0.1:${port}`,
        data_dir: `${folder}/data`,
        bin_dir: bin,
        pgpass: `${folder}/pgpass`,
        authentication: {
          superuser: { username: 'postgres', password: passwords.superuser },
          replication: { username: 'replicator', password: passwords.replication },
          rewind: { username: 'rewinder', password: passwords.rewind },
        },
        parameters: { unix_socket_directories: folder },
        pg_hba: [
          'local all all scram-sha-256',
          'host all all 127.0.0.1/32 scram-sha-256',
          'host replication replicator 127.0.0.1/32 scram-sha-256',
        ],
      },
    },
    null,
    2,
  )

/**
 * What pgBouncer is told: it keeps connections of one instance of the application, and holds its queries back while the
 * primary changes. Sessions are kept whole: rows are held to a farm by session, and changes are listened for.
 *
 * @param to where the primary is reached
 */
export const pgbouncerConfig = ({ port, to, folder }) => `[databases]
dovestep = host=127.0.0.1 port=${to} dbname=dovestep

[pgbouncer]
listen_addr = 127.0.0.1
listen_port = ${port}
unix_socket_dir =
auth_type = scram-sha-256
auth_file = ${folder}/users.txt
pool_mode = session
server_reset_query = DISCARD ALL
max_client_conn = 400
default_pool_size = 60
query_wait_timeout = 60
server_connect_timeout = 3
server_login_retry = 1
server_check_delay = 5
tcp_keepalive = 1
logfile = ${folder}/pgbouncer.log
log_connections = 0
log_disconnections = 0
`

/**
 * What HAProxy is told: pages go to any instance that lives, and stay with one as long as it does; the database is the one
 * that Patroni says is the primary.
 */
export const haproxyConfig = ({ web, primary, apps, databases }) => `global
  maxconn 4000
  log stdout format raw local0 warning

defaults
  timeout connect 2s
  timeout client 1h
  timeout server 1h

frontend web
  mode http
  bind 127.0.0.1:${web}
  http-request del-header X-Forwarded-For
  option forwardfor
  default_backend apps

backend apps
  mode http
  balance leastconn
  option httpchk
  http-check send meth GET uri /api/health?only=live ver HTTP/1.1 hdr Host 127.0.0.1
  http-check expect status 200
  option redispatch 1
  retries 3
  retry-on conn-failure
  # A file that was sent to one instance lies there until it is imported.
  cookie dove-step-instance insert indirect nocache httponly attr "SameSite=Lax"
  default-server check inter 1s fall 2 rise 1
${apps.map(({ name, port }) => `  server ${name} 127.0.0.1:${port} cookie ${name}`).join('\n')}

listen primary
  mode tcp
  bind 127.0.0.1:${primary}
  option httpchk OPTIONS /primary
  http-check expect status 200
  default-server check inter 1s fall 2 rise 1 on-marked-down shutdown-sessions
${databases.map(({ name, port, rest }) => `  server ${name} 127.0.0.1:${port} port ${rest}`).join('\n')}
`
