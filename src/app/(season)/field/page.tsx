import type { Metadata } from 'next'
import { FieldView } from '../../../features/field/field-view'

export const metadata: Metadata = { title: 'Field' }

export default function FieldPage() {
  return <FieldView />
}
