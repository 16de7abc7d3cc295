/** A season served by the production build on a throwaway database, with a browser: for pictures and for frames. */
import { spawn } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromium, type Browser } from '@playwright/test'
import { connect } from '../src/data/database'
import { migrate } from '../src/data/migrate'
import { createFarm } from '../src/data/season-repository'
import type { Season } from '../src/season/schema'
import { BROWSER_FLAGS, ensureBuild, ensureChromium, freePort, startArguments, ROOT } from './machine.mjs'
import { startTestCluster } from './cluster.mjs'

/** Serves a season while something is done with it; everything is ended after, whatever happens. */
export async function withServer(
  season: Season,
  run: (url: string, season: string, database: string) => Promise<void>,
): Promise<void> {
  const cluster = await startTestCluster()
  const backups = mkdtempSync(join(tmpdir(), 'dove-step-backups-'))
  const { db, close } = connect(cluster.url)
  await migrate(db)
  const { season_id } = await createFarm(db, season)
  ensureBuild()
  const port = await freePort()
  const server = spawn(process.execPath, startArguments('127.0.0.1', port), {
    cwd: ROOT,
    env: {
      ...process.env,
      DATABASE_URL: cluster.url,
      NODE_ENV: 'production',
      NEXT_TELEMETRY_DISABLED: '1',
      DOVE_STEP_LIMITS: 'off',
      DOVE_STEP_ADDRESS: `http://127.0.0.1:${port}`,
      DOVE_STEP_BACKUPS: backups,
    },
    stdio: ['ignore', 'pipe', 'inherit'],
  })
  const ended = () => server.kill()
  process.once('exit', ended)
  await new Promise<void>((ready) => server.stdout.on('data', (text) => /ready/i.test(String(text)) && ready()))
  try {
    await run(`http://127.0.0.1:${port}`, season_id, cluster.url)
  } finally {
    process.off('exit', ended)
    server.kill()
    await close()
    cluster.stop()
    rmSync(backups, { recursive: true, force: true })
  }
}

/** The same with a browser beside it. */
export function withServedSeason(season: Season, run: (browser: Browser, url: string) => Promise<void>): Promise<void> {
  return withServer(season, async (url) => {
    const browser = await chromium.launch({ executablePath: ensureChromium(), args: BROWSER_FLAGS })
    try {
      await run(browser, url)
    } finally {
      await browser.close()
    }
  })
}
