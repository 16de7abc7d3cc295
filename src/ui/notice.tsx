/** Short notices at the foot of the page, with a way to take back what was just done. */
'use client'
import Alert from '@mui/material/Alert'
import Button from '@mui/material/Button'
import Snackbar from '@mui/material/Snackbar'
import { createContext, useCallback, useContext, useState, type ReactNode } from 'react'

export interface Notice {
  text: string
  tone?: 'done' | 'error'
  action?: { label: string; run: () => void }
}

const NoticeContext = createContext<(notice: Notice) => void>(() => undefined)

export function NoticeProvider({ children }: { children: ReactNode }) {
  const [notice, setNotice] = useState<(Notice & { id: number }) | null>(null)
  const [open, setOpen] = useState(false)
  const show = useCallback((next: Notice) => {
    setNotice((last) => ({ ...next, id: (last?.id ?? 0) + 1 }))
    setOpen(true)
  }, [])
  return (
    <NoticeContext value={show}>
      {children}
      <Snackbar
        key={notice?.id}
        open={open}
        autoHideDuration={notice?.tone === 'error' ? null : 9000}
        onClose={(_, reason) => reason !== 'clickaway' && setOpen(false)}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'center' }}
        sx={{ mb: { xs: 8, md: 0 } }}
      >
        <Alert
          severity={notice?.tone === 'error' ? 'error' : 'success'}
          variant="filled"
          onClose={() => setOpen(false)}
          action={
            notice?.action && (
              <Button
                color="inherit"
                size="small"
                onClick={() => {
                  setOpen(false)
                  notice.action?.run()
                }}
              >
                {notice.action.label}
              </Button>
            )
          }
        >
          {notice?.text}
        </Alert>
      </Snackbar>
    </NoticeContext>
  )
}

/** Shows a notice. */
export const useNotice = () => useContext(NoticeContext)
