import { openLabel } from '../../../features/labels/open-label'

export const dynamic = 'force-dynamic'

export async function GET(request: Request, { params }: { params: Promise<{ code: string }> }) {
  return openLabel((await params).code)
}
