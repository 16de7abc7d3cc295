import { endFit, showFit } from '../../../../features/benches/fit-api'

export const dynamic = 'force-dynamic'

type Context = { params: Promise<{ run: string }> }

/** How a fit stands, and what it proposes. */
export const GET = async (_: Request, { params }: Context) => showFit((await params).run)

/** Stops a fit; what it found so far is kept. */
export const DELETE = async (_: Request, { params }: Context) => endFit((await params).run)
