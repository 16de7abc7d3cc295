/** Starts a throw-away PostgreSQL for the tests, and stops it after them. */
import type { TestProject } from 'vitest/node'
import { startTestCluster } from '../cluster.mjs'

export default async function setup(project: TestProject): Promise<() => void> {
  const cluster = await startTestCluster()
  project.provide('databaseUrl', cluster.url)
  return () => cluster.stop()
}

declare module 'vitest' {
  export interface ProvidedContext {
    databaseUrl: string
  }
}
