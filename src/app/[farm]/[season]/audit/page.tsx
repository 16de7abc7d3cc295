import { notFound } from 'next/navigation'
import { auditListed } from '../../../../actions/people-listed'
import type { AddressParams } from '../../../../actions/season-in-view'
import { titled } from '../../../../actions/titled'
import { AuditView } from '../../../../features/people/audit-view'

export const generateMetadata = titled('audit')

export default async function AuditPage({ params }: { params: Promise<AddressParams> }) {
  const lines = await auditListed(await params)
  return lines ? <AuditView lines={lines} /> : notFound()
}
