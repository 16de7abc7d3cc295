/**
 * A thermometer that is not there, sending as a real one would: by HTTP with its key, or to a broker. Its weather is made up,
 * always the same for a seed.
 *
 *   npm run thermometer -- --key=KEY [--address http://127.0.0.1:3000]
 *   npm run thermometer -- --mqtt mqtt://127.0.0.1:1883 --topic tunnel/door
 *   npm run thermometer -- --broker 1883        a broker on this machine, for trying it
 *
 * --place K (heat mat, tunnel, bench: how warm), --seed N, --every S (seconds, 10 unless given), --back D (days sent first), --once
 */
import { createServer } from 'node:net'
import { parseArgs } from 'node:util'
import { Aedes } from 'aedes'
import mqtt from 'mqtt'
import { clockTime } from '../src/core/calendar/clock'
import { simulatedThermometer } from '../src/standins/thermometer'
import type { Place } from '../src/season/schema'

const { values } = parseArgs({
  options: {
    key: { type: 'string' },
    address: { type: 'string', default: 'http://127.0.0.1:3000' },
    mqtt: { type: 'string' },
    topic: { type: 'string' },
    broker: { type: 'string' },
    place: { type: 'string', default: 'tunnel' },
    seed: { type: 'string', default: '1' },
    every: { type: 'string', default: '10' },
    back: { type: 'string', default: '0' },
    once: { type: 'boolean', default: false },
  },
})

const HOUR = 3_600_000 // ms
const DAY = 24 * HOUR
/** Made up: a temperate place. */
const SITE = { outdoorMonthlyMeans: [4, 5, 7, 10, 13, 16, 18, 18, 15, 11, 7, 5], nightDrop: 8 }
const WARMTH: Readonly<Record<string, Place['temperature']>> = {
  mat: { held: 21, periods: [] },
  tunnel: { lift: 4, halfRange: 8, periods: [] },
  bench: { lift: 5, halfRange: 6, floor: 7, periods: [] },
}

interface Reading {
  temperature: number
  at: string
}

/** What it says of an hour; nothing in its gaps. */
function readingAt(instant: number): Reading | undefined {
  const { day, minute } = clockTime(instant)
  const temperature = WARMTH[values.place] ?? WARMTH.tunnel!
  const place = { key: values.place, name: values.place, temperature } as Place
  const hours = simulatedThermometer(SITE, Number(values.seed)).read(place, day, day + 1)[0]!.hours
  const celsius = hours[Math.floor(minute / 60)]
  return typeof celsius === 'number' ? { temperature: celsius, at: new Date(instant).toISOString() } : undefined
}

type Send = (readings: readonly Reading[]) => Promise<void>

const byHttp =
  (key: string): Send =>
  async (readings) => {
    const response = await fetch(`${values.address}/api/thermometer`, {
      method: 'POST',
      headers: { authorization: `Bearer ${key}`, 'content-type': 'application/json' },
      body: JSON.stringify({ readings }),
    })
    console.log(response.status, await response.text())
  }

async function byBroker(address: string, topic: string): Promise<{ send: Send; end: () => Promise<void> }> {
  const client = await mqtt.connectAsync(address)
  return {
    send: async (readings) => {
      for (const reading of readings) await client.publishAsync(topic, JSON.stringify(reading), { qos: 1 })
      console.log(`sent to ${topic}: ${readings.length}`)
    },
    end: () => client.endAsync(),
  }
}

async function run(send: Send): Promise<void> {
  const now = Date.now()
  const past = Array.from({ length: Number(values.back) * 24 }, (_, i) =>
    readingAt(now - Number(values.back) * DAY + i * HOUR),
  )
  const sent = past.filter((one) => one !== undefined)
  if (sent.length > 0) await send(sent)
  for (;;) {
    const one = readingAt(Date.now())
    if (one) await send([one])
    if (values.once) return
    await new Promise((done) => setTimeout(done, Number(values.every) * 1000))
  }
}

if (values.broker !== undefined) {
  const broker = await Aedes.createBroker()
  createServer(broker.handle).listen(Number(values.broker), '127.0.0.1', () =>
    console.log(`A broker answers at mqtt://127.0.0.1:${values.broker}; Ctrl-C ends it.`),
  )
} else if (values.mqtt !== undefined && values.topic !== undefined) {
  const { send, end } = await byBroker(values.mqtt, values.topic)
  await run(send).finally(end)
} else if (values.key !== undefined) await run(byHttp(values.key))
else throw new Error('Say --key=KEY, or --mqtt ADDRESS and --topic TOPIC, or --broker PORT.')
