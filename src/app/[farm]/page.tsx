import { notFound, redirect } from 'next/navigation'
import { seasonOfFarm, seasonUnnamed } from '../../actions/season-in-view'
import { VIEW_NAMES } from '../../season/address'

export const dynamic = 'force-dynamic'

interface Props {
  params: Promise<{ farm: string }>
  searchParams: Promise<Record<string, string | string[] | undefined>>
}

/** A farm leads to its season opened last; a view without farm and season to the one this browser looked at last. */
export default async function FarmPage({ params, searchParams }: Props) {
  const { farm } = await params
  const isView = (VIEW_NAMES as readonly string[]).includes(farm)
  const found = await (isView ? seasonUnnamed() : seasonOfFarm(farm))
  if (!found) return isView ? redirect('/') : notFound()
  const query = queryOf(await searchParams)
  redirect(`${found.at}/${isView ? farm : 'today'}${query && `?${query}`}`)
}

function queryOf(params: Awaited<Props['searchParams']>): string {
  const query = new URLSearchParams()
  for (const [name, value] of Object.entries(params)) for (const one of [value ?? []].flat()) query.append(name, one)
  return query.toString()
}
