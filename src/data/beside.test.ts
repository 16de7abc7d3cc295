import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join, relative } from 'node:path'
import { afterAll, describe, expect, it } from 'vitest'
import { createBeside, EndedBeside, TooManyWaiting } from './beside'

const folder = mkdtempSync(join(tmpdir(), 'dove-step-beside-'))
afterAll(() => rmSync(folder, { recursive: true, force: true }))
const file = join(folder, 'program.mjs')
writeFileSync(
  file,
  `process.on('message', (task) => {
    if (task === 'end') { process.stderr.write('it went wrong'); process.exitCode = 3; process.disconnect() }
    else if (task === 'hang') for (;;);
    else if (task === 'refuse') process.send({ failed: 'not this one' })
    else process.send({ answer: { pid: process.pid, task } })
  })`,
)
const beside = (options: object = {}) =>
  createBeside<unknown, { pid: number; task: unknown }>({
    program: relative(process.cwd(), file),
    memory: 64,
    patience: 3000,
    keptFor: 60_000,
    mostWaiting: 3,
    ...options,
  })

describe('a process beside the server', () => {
  it('does tasks one after another, bytes among them, and is the same for all of them', async () => {
    const ask = beside()
    const [one, other] = await Promise.all([ask('a'), ask(new Uint8Array([1, 2, 255]))])
    expect(one.task).toBe('a')
    expect(other).toEqual({ pid: one.pid, task: new Uint8Array([1, 2, 255]) })
    expect(one.pid).not.toBe(process.pid)
  })
  it('sends away what is too much', async () => {
    const ask = beside()
    const all = await Promise.allSettled([1, 2, 3, 4, 5].map((n) => ask(n)))
    expect(all.map(({ status }) => status)).toEqual([...Array<string>(3).fill('fulfilled'), 'rejected', 'rejected'])
    expect((all[4] as PromiseRejectedResult).reason).toBeInstanceOf(TooManyWaiting)
    expect((await ask('later')).task).toBe('later')
  })
  it('is begun again after it has ended or was ended, and whoever waits behind is served', async () => {
    const ask = beside({ patience: 1500 })
    const { pid } = await ask('first')
    const [ended, hung] = await Promise.allSettled([ask('end'), ask('hang')])
    expect((ended as PromiseRejectedResult).reason).toBeInstanceOf(EndedBeside)
    expect(String((ended as PromiseRejectedResult).reason)).toContain('it went wrong')
    expect((hung as PromiseRejectedResult).reason).toBeInstanceOf(EndedBeside)
    expect((await ask('again')).pid).not.toBe(pid)
  })
  it('says what a task failed at, and goes on', async () => {
    const ask = beside()
    const { pid } = await ask('first')
    await expect(ask('refuse')).rejects.toThrow('not this one')
    expect((await ask('again')).pid).toBe(pid)
  })
  it('ends when there is nothing to do', async () => {
    const ask = beside({ keptFor: 100 })
    const { pid } = await ask('first')
    await expect.poll(() => lives(pid), { timeout: 5000 }).toBe(false)
    expect((await ask('again')).pid).not.toBe(pid)
  })
})

function lives(pid: number): boolean {
  try {
    process.kill(pid, 0)
    return true
  } catch {
    return false
  }
}
