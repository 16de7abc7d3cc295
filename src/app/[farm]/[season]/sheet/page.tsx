import { titled } from '../../../../actions/titled'
import { SheetView } from '../../../../features/sheet/sheet-view'

export const generateMetadata = titled('sheet')

export default function SheetPage() {
  return <SheetView />
}
