/** A short number by which somebody of a crew is told from another on a phone they share: against a wrong tap, not a thief. */
import { scryptAsync } from '@noble/hashes/scrypt'
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils'

export interface Pin {
  salt: string
  hash: string
}

export const PIN = /^\d{4,8}$/

/** What is kept of a PIN. It is worked out on the phone too, which may be without signal. */
export const pinHash = async (pin: string, salt: string): Promise<string> =>
  bytesToHex(await scryptAsync(utf8ToBytes(pin), utf8ToBytes(salt), { N: 2 ** 13, r: 8, p: 1, dkLen: 16 }))

export const isPin = async (pin: string, { salt, hash }: Pin): Promise<boolean> => (await pinHash(pin, salt)) === hash
