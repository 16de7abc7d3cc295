import { titled } from '../../../../actions/titled'
import { FieldView } from '../../../../features/field/field-view'

export const generateMetadata = titled('field')

export default function FieldPage() {
  return <FieldView />
}
