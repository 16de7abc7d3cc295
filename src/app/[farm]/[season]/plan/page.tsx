import { titled } from '../../../../actions/titled'
import { PlanView } from '../../../../features/plan/plan-view'

export const generateMetadata = titled('plan')

export default function PlanPage() {
  return <PlanView />
}
