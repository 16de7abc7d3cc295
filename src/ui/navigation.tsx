/** Ways between views: written without farm and season, they stay in the one that is looked at. */
'use client'
import NextLink from 'next/link'
import { useParams, usePathname as useWholePath, useRouter as useWholeRouter } from 'next/navigation'
import { useMemo, type ComponentProps } from 'react'
import { useSeason } from './season-context'

/** Goes to any address, of another farm or season too. */
export { useWholeRouter }

/** Farm and season of the page's address; empty on a page of no season. */
function useBase(): string {
  const params = useParams<{ farm?: string; season?: string }>()
  return params?.farm && params.season ? `/${params.farm}/${params.season}` : ''
}

/** The address of a view of this season: `/plan?new=1` becomes `/sallow-ferry/2027/plan?new=1`. */
export function useAt(): (view: string) => string {
  const base = useBase()
  return useMemo(() => (view: string) => `${base}${view}`, [base])
}

/** A link to any address. It is fetched when it is gone to: forty links fetched ahead would be forty pages the server draws. */
export function WholeLink(props: ComponentProps<typeof NextLink>) {
  return <NextLink prefetch={false} {...props} />
}

/** A link to a view of this season. */
export function Link({ href, ...rest }: Omit<ComponentProps<typeof NextLink>, 'href'> & { href: string }) {
  return <WholeLink href={`${useBase()}${href}`} {...rest} />
}

/** Goes to views of this season. */
export function useRouter() {
  const at = useAt()
  const router = useWholeRouter()
  return useMemo(
    () => ({
      push: (view: string, options?: { scroll?: boolean }) => router.push(at(view), options),
      replace: (view: string, options?: { scroll?: boolean }) => router.replace(at(view), options),
      refresh: () => router.refresh(),
    }),
    [router, at],
  )
}

/** The view a page shows, without farm and season: `/plan`. */
export function usePathname(): string {
  const base = useBase()
  const path = useWholePath()
  return path.startsWith(base) ? path.slice(base.length) : path
}

/** Where a file made of what is looked at is fetched: `season.json`. */
export function useOut(): (file: string, query?: string) => string {
  const { view } = useSeason().data
  return useMemo(
    () =>
      (file: string, query = '') =>
        `/out/${file}?season=${view}${query && `&${query}`}`,
    [view],
  )
}
