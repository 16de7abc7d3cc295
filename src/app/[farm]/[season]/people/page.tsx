import { notFound } from 'next/navigation'
import { peopleListed } from '../../../../actions/people-listed'
import type { AddressParams } from '../../../../actions/season-in-view'
import { titled } from '../../../../actions/titled'
import { PeopleView } from '../../../../features/people/people-view'

export const generateMetadata = titled('people')

export default async function PeoplePage({ params }: { params: Promise<AddressParams> }) {
  const listed = await peopleListed(await params)
  return listed ? <PeopleView listed={listed} /> : notFound()
}
