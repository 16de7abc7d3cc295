/** What tests take of a package without types. */
declare module 'http_ece' {
  import type { ECDH } from 'node:crypto'
  const ece: {
    decrypt(body: Buffer, keys: { version: 'aes128gcm'; privateKey: ECDH; authSecret: string }): Buffer
  }
  export default ece
}
