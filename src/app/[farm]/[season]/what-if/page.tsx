import { titled } from '../../../../actions/titled'
import { WhatIfView } from '../../../../features/what-if/what-if-view'

export const generateMetadata = titled('what-if')

export default function WhatIfPage() {
  return <WhatIfView />
}
