import { afterEach, describe, expect, it, vi } from 'vitest'
import { callServer, troubleWords } from './call-server'
import { createFormat } from '../words/format'

const f = createFormat('en-GB', 'metric')

const failing = (error: unknown) => () => Promise.reject(error)

afterEach(() => vi.unstubAllGlobals())

describe('calling the server', () => {
  it('gives its answer', async () => {
    expect(await callServer(() => Promise.resolve(7))).toEqual({ ok: true, answer: 7 })
  })
  it('sends nothing without a connection, and says so', async () => {
    vi.stubGlobal('navigator', { onLine: false })
    const call = vi.fn(() => Promise.resolve(7))
    expect(await callServer(call)).toMatchObject({ ok: false, trouble: { kind: 'offline' } })
    expect(call).not.toHaveBeenCalled()
  })
  it('does not claim that nothing was saved when no answer came', async () => {
    const done = await callServer(failing(new TypeError('Failed to fetch')))
    expect(done).toMatchObject({ ok: false, trouble: { kind: 'unknown' } })
    expect(done.ok ? '' : troubleWords(done, f)).toContain('not known whether')
    const read = await callServer(failing(new TypeError('Failed to fetch')), true)
    expect(read.ok ? '' : troubleWords(read, f)).toBe('The server did not answer. Try again in a moment.')
  })
  it('names what the log has more under when the server failed', async () => {
    const error = Object.assign(new Error('An error occurred'), { digest: '2847193' })
    const done = await callServer(failing(error))
    expect(done).toMatchObject({ ok: false, trouble: { kind: 'fault', logged: '2847193' } })
    expect(done.ok ? '' : troubleWords(done, f)).toContain('2847193')
  })
  it('knows a page that is older than the server', async () => {
    const done = await callServer(failing(new Error('Server Action "4f0c" was not found on the server.')))
    expect(done).toMatchObject({ ok: false, trouble: { kind: 'old-page' } })
  })
  it('lets redirects through', async () => {
    const redirect = Object.assign(new Error('NEXT_REDIRECT'), { digest: 'NEXT_REDIRECT;push;/today' })
    await expect(callServer(failing(redirect))).rejects.toBe(redirect)
  })
})
