/** Listens to the brokers of farms for what their thermometers say. */
import mqtt, { type MqttClient } from 'mqtt'
import { brokersToHear, noteHeard, type BrokerToHear } from '../data/broker-repository'
import type { Connection } from '../data/database'
import { log } from '../data/log'
import { keepSamples } from '../data/sample-repository'
import { noteRefused, sendersByTopic, type Sender } from '../data/thermometer-repository'
import { NO_SAMPLE_WORDS, readSamples } from '../interchange/samples'

const LOOK_EVERY = 5000 // ms between looks at what brokers and topics there are
const TRY_AGAIN = 5000 // ms after a connection was lost
const WAIT_FOR = 10_000 // ms a broker may take to answer
const MOST_BYTES = 64_000 // of one message

interface Heard {
  broker: BrokerToHear
  client: MqttClient
  topics: Map<string, Sender[]>
}

/**
 * Connects to every farm's broker, and hears its thermometers' topics, until it is stopped. What a broker is asked to keep for
 * later is not heard: it would be taken for what is now.
 *
 * @param lookEvery ms between looks at what there is to hear
 */
export function startHearingBrokers(connection: Connection, lookEvery = LOOK_EVERY): () => Promise<void> {
  const { db, ofFarm } = connection
  const all = new Map<string, Heard>()
  let over = false
  let looking: Promise<void> | undefined

  const drop = async (farm: string) => {
    const heard = all.get(farm)
    all.delete(farm)
    await heard?.client.endAsync(true)
  }

  const look = async () => {
    const brokers = await brokersToHear(db)
    const wanted = new Map(brokers.map((broker) => [broker.farm, broker]))
    for (const [farm, { broker }] of [...all]) if (wanted.get(farm)?.version !== broker.version) await drop(farm)
    for (const broker of brokers) {
      if (over) return
      const heard = all.get(broker.farm) ?? hear(broker)
      all.set(broker.farm, heard)
      await bringTopics(heard)
    }
  }

  const hear = (broker: BrokerToHear): Heard => {
    const client = mqtt.connect(broker.address, {
      ...(broker.username === undefined ? {} : { username: broker.username }),
      ...(broker.password === undefined ? {} : { password: broker.password }),
      clean: true,
      clientId: `dove-step-${crypto.randomUUID().slice(0, 12)}`,
      connectTimeout: WAIT_FOR,
      reconnectPeriod: TRY_AGAIN,
      resubscribe: true,
    })
    const heard: Heard = { broker, client, topics: new Map() }
    const note = (how: 'connected' | 'failed', problem?: string) =>
      void noteHeard(ofFarm(broker.farm), broker, how, problem).catch(warn)
    client.on('connect', () => note('connected'))
    client.on('error', (error) => note('failed', problemOf(error)))
    client.on('offline', () => note('failed', 'It does not answer.'))
    client.on('message', (topic, payload, { retain }) => {
      for (const sender of heard.topics.get(topic) ?? [])
        take(connection, sender, payload, retain).catch((error: unknown) => warn(error))
    })
    return heard
  }

  const bringTopics = async ({ broker, client, topics }: Heard) => {
    const senders = await sendersByTopic(ofFarm(broker.farm), broker.farm)
    const wanted = new Map<string, Sender[]>()
    for (const { topic, ...sender } of senders) wanted.set(topic, [...(wanted.get(topic) ?? []), sender])
    const gone = [...topics.keys()].filter((topic) => !wanted.has(topic))
    const more = [...wanted.keys()].filter((topic) => !topics.has(topic))
    topics.clear()
    for (const [topic, of] of wanted) topics.set(topic, of)
    if (gone.length > 0) client.unsubscribe(gone)
    if (more.length > 0) client.subscribe(more, { qos: 1 })
  }

  const go = () => {
    looking ??= look()
      .catch(warn)
      .finally(() => (looking = undefined))
    return looking
  }
  const timer = setInterval(() => void go(), lookEvery)
  void go()
  return async () => {
    over = true
    clearInterval(timer)
    await looking
    await Promise.all([...all.keys()].map(drop))
  }
}

/** What a message says is kept; what it says of another time than now only where it says when. */
async function take({ ofFarm }: Connection, sender: Sender, payload: Buffer, retained: boolean): Promise<void> {
  if (payload.length > MOST_BYTES) return
  const now = Date.now()
  const { samples, wrong } = readSamples(payload.toString('utf8'), sender, now)
  const known = retained ? samples.filter(({ at }) => at !== now) : samples
  if (known.length > 0) await keepSamples(ofFarm(sender.farm), sender, known, now)
  const [first] = wrong
  if (first) await noteRefused(ofFarm(sender.farm), sender, NO_SAMPLE_WORDS[first.why])
}

const problemOf = (error: Error & { code?: unknown }): string =>
  error.message || (typeof error.code === 'string' ? error.code : 'It does not answer.')

const warn = (error: unknown) => log.warn({ err: String(error) }, 'a broker could not be heard')
