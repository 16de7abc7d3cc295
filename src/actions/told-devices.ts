/** Devices that are told of frost and heat while no page is open. */
'use server'
import webpush from 'web-push'
import { z } from 'zod'
import { database, rowsOf } from '../data/database'
import { isTold, pushKeys, tellDevice, tellNoMore } from '../data/push-repository'
import { isPushService } from '../season/push'
import { asker } from './asker'
import { seasonNamed } from './season-in-view'

const Endpoint = z.string().min(1).max(1000)
const Sealed = z.string().regex(/^[\w-]+={0,2}$/)
const Device = z.strictObject({
  endpoint: Endpoint,
  p256dh: Sealed.max(200),
  auth: Sealed.max(100),
  locale: z.string().regex(/^[A-Za-z]{2,3}(-[A-Za-z0-9]{2,8})*$/),
  units: z.enum(['metric', 'us']),
})

/** The key by which push services know this server. */
export async function pushKey(seen: string): Promise<string | undefined> {
  const found = await seasonNamed(seen, 'read')
  return found && (await pushKeys(database(), () => webpush.generateVAPIDKeys())).publicKey
}

/** Tells a device of the farm of a season from now on. */
export async function tellMe(seen: string, device: unknown): Promise<'told' | 'too-many' | 'no-service' | undefined> {
  const found = await seasonNamed(seen, 'read')
  if (!found) return undefined
  const read = Device.parse(device)
  if (!isPushService(read.endpoint, process.env.DOVE_STEP_PUSH_SERVICE)) return 'no-service'
  const one = await asker()
  const of = { person: one.kind === 'person' ? one.id : null, phone: one.kind === 'phone' ? one.id : null }
  return (await tellDevice(rowsOf(found.id), found.id.farm_id, read, of)) ? 'told' : 'too-many'
}

/** Tells it no more. */
export async function tellMeNoMore(seen: string, endpoint: string): Promise<void> {
  const found = await seasonNamed(seen, 'read')
  if (found) await tellNoMore(rowsOf(found.id), found.id.farm_id, Endpoint.parse(endpoint))
}

/** Whether a device is told of the farm of a season. */
export async function isToldOf(seen: string, endpoint: string): Promise<boolean> {
  const found = await seasonNamed(seen, 'read')
  return found !== undefined && isTold(rowsOf(found.id), found.id.farm_id, Endpoint.parse(endpoint))
}
