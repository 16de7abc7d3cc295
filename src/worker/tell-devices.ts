/** Tells devices of frost and heat, and of thermometers that say nothing any more, through the push service of their browser. */
import webpush from 'web-push'
import type { Connection } from '../data/database'
import { log } from '../data/log'
import { pushKeys, tellNoMore, toldDevices, type PushKeys, type ToldDevice } from '../data/push-repository'
import { markTold, untold, type Untold } from '../data/untold-repository'
import { isPushService } from '../season/push'
import { alarmMessage } from '../words/alarms'
import { languageOf, loadLanguage } from '../words/translator'

const LOOK_EVERY = 10_000 // ms
const WAIT_FOR = 15_000 // ms a push service may take
const GOOD_FOR = 6 * 3600 // s a message waits for a device that is off

/**
 * Looks for what has not been told yet, and tells it. It is marked as told once every push service has answered; one that does
 * not is asked again. Told twice, a device shows it once.
 *
 * @param service beginning of the one push service there is, in tests
 */
export function startTelling(
  { db, ofFarm }: Connection,
  service?: string,
  lookEvery = LOOK_EVERY,
): () => Promise<void> {
  let looking: Promise<void> | undefined
  const look = async () => {
    for (const one of await untold(db, Date.now())) {
      const devices = await toldDevices(db, one.farm)
      const keys = devices.length === 0 ? undefined : await pushKeys(db, () => webpush.generateVAPIDKeys())
      const sent = await Promise.all(
        devices.map((device) =>
          send(device, one, { keys: keys!, service }).then((how) =>
            how === 'gone' ? tellNoMore(ofFarm(one.farm), one.farm, device.endpoint).then(() => how) : how,
          ),
        ),
      )
      if (!sent.includes('later')) await markTold(ofFarm(one.farm), one)
    }
  }
  const go = () => {
    looking ??= look()
      .catch((error: unknown) => log.warn({ err: String(error) }, 'devices could not be told'))
      .finally(() => (looking = undefined))
    return looking
  }
  const timer = setInterval(() => void go(), lookEvery)
  void go()
  return async () => {
    clearInterval(timer)
    await looking
  }
}

/** @returns `gone` where the browser takes no more messages, `later` where its service did not answer */
async function send(
  device: ToldDevice,
  one: Untold,
  { keys, service }: { keys: PushKeys; service: string | undefined },
): Promise<'told' | 'gone' | 'later'> {
  if (!isPushService(device.endpoint, service)) return 'gone'
  await loadLanguage(languageOf(device.locale))
  const { endpoint, method, headers, body } = webpush.generateRequestDetails(
    { endpoint: device.endpoint, keys: { p256dh: device.p256dh, auth: device.auth } },
    JSON.stringify(alarmMessage(one, device)),
    { vapidDetails: { subject: SUBJECT, ...keys }, TTL: GOOD_FOR, urgency: 'high' },
  )
  try {
    const { status } = await fetch(endpoint, {
      method,
      headers: headers as Record<string, string>,
      body: body as Buffer<ArrayBuffer>,
      redirect: 'error',
      signal: AbortSignal.timeout(WAIT_FOR),
    })
    if (status === 404 || status === 410) return 'gone'
    if (status < 300) return 'told'
    log.warn({ status }, 'a push service refused a message')
    // It is busy, or broken: what it does not like will not be better another time.
    return status === 429 || status >= 500 ? 'later' : 'told'
  } catch (error) {
    log.warn({ err: String(error) }, 'a push service does not answer')
    return 'later'
  }
}

/** Whom a push service may write to. */
const SUBJECT = 'mailto:dove-step@example.org'
