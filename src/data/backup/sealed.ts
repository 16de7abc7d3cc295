/** Files sealed with a passphrase: AES-256-GCM, the key made by scrypt. A file that was changed by one bit is refused whole. */
import { createCipheriv, createDecipheriv, randomBytes, scrypt, type ScryptOptions } from 'node:crypto'
import { createReadStream, createWriteStream } from 'node:fs'
import { open, rename, rm, stat } from 'node:fs/promises'
import { pipeline } from 'node:stream/promises'

/** First bytes of a sealed file; after them 16 of salt, 12 of nonce, what is sealed, and 16 of tag. */
const MAGIC = Buffer.from('dove-step sealed 1\n')
const SALT = 16
const NONCE = 12
const TAG = 16
const COST: ScryptOptions = { N: 1 << 16, r: 8, p: 1, maxmem: 256 * 1024 * 1024 }

/** Why a sealed file cannot be opened. */
export class SealError extends Error {}

const keyOf = (passphrase: string, salt: Buffer): Promise<Buffer> =>
  new Promise((done, failed) =>
    scrypt(passphrase.normalize('NFC'), salt, 32, COST, (error, key) => (error ? failed(error) : done(key))),
  )

/** Whether a file is sealed. */
export async function isSealed(path: string): Promise<boolean> {
  const file = await open(path)
  try {
    const head = Buffer.alloc(MAGIC.length)
    await file.read(head, 0, MAGIC.length, 0)
    return head.equals(MAGIC)
  } finally {
    await file.close()
  }
}

/** Seals a file into another. */
export async function seal(from: string, to: string, passphrase: string): Promise<void> {
  const [salt, nonce] = [randomBytes(SALT), randomBytes(NONCE)]
  const cipher = createCipheriv('aes-256-gcm', await keyOf(passphrase, salt), nonce)
  const head = Buffer.concat([MAGIC, salt, nonce])
  const out = createWriteStream(to, { mode: 0o600 })
  out.write(head)
  await pipeline(createReadStream(from), cipher, out, { end: true })
  const file = await open(to, 'a')
  try {
    await file.write(cipher.getAuthTag())
  } finally {
    await file.close()
  }
}

/**
 * Opens a sealed file into another. What is opened is there only once all of it was found to be as it was sealed.
 *
 * @throws SealError where the passphrase is another, or the file was changed or cut short
 */
export async function unseal(from: string, to: string, passphrase: string): Promise<void> {
  const { size } = await stat(from)
  const begins = MAGIC.length + SALT + NONCE
  if (size < begins + TAG) throw new SealError('The file is cut short.')
  const file = await open(from)
  const [head, tag] = [Buffer.alloc(begins), Buffer.alloc(TAG)]
  try {
    await file.read(head, 0, begins, 0)
    await file.read(tag, 0, TAG, size - TAG)
  } finally {
    await file.close()
  }
  if (!head.subarray(0, MAGIC.length).equals(MAGIC)) throw new SealError('The file is not sealed.')
  const salt = head.subarray(MAGIC.length, MAGIC.length + SALT)
  const decipher = createDecipheriv('aes-256-gcm', await keyOf(passphrase, salt), head.subarray(MAGIC.length + SALT))
  decipher.setAuthTag(tag)
  const part = `${to}.part`
  try {
    // The last byte of what is sealed is the one before the tag.
    const sealed = createReadStream(from, { start: begins, end: Math.max(begins, size - TAG - 1) })
    await pipeline(sealed, decipher, createWriteStream(part, { mode: 0o600 }))
    await rename(part, to)
  } catch (error) {
    await rm(part, { force: true })
    if (error instanceof Error && /authenticate/.test(error.message))
      throw new SealError('The passphrase is another, or the file was changed.', { cause: error })
    throw error
  }
}
