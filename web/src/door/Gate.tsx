import { lazy, Suspense, type ReactNode } from 'react'
import { useLocation } from 'react-router'
import { useSession } from '../api/door'
import { Failure, Loading } from '../app/Message'
import { useLive } from '../api/live'
import { Door } from './Door'
import { Me } from './me'
import { PinAsker } from './PinAsker'
import { SignInPage } from './SignInPage'
import { useForgetting } from './useForgetting'
import { useLock } from './useLock'

const KeeperPage = lazy(() => import('./KeeperPage').then((m) => ({ default: m.KeeperPage })))
const LetInPage = lazy(() => import('./LetInPage').then((m) => ({ default: m.LetInPage })))
const SharedPage = lazy(() => import('./SharedPage').then((m) => ({ default: m.SharedPage })))

/** Nothing of the shop is asked for before somebody has come in. */
export function Gate({ children }: { children: ReactNode }) {
  const session = useSession()
  useForgetting(session.data)
  const { pathname } = useLocation()
  const at = pathname.replace(/\/$/, '')
  const page =
    at === '/keeper' ? (
      <KeeperPage />
    ) : at === '/let-in' ? (
      <LetInPage />
    ) : (
      at === '/shared' && <SharedPage />
    )
  if (page)
    return (
      <Suspense
        fallback={
          <Door title="Opening">
            <Loading what="the page" />
          </Door>
        }
      >
        {page}
      </Suspense>
    )
  if (session.isPending)
    return (
      <Door title="Opening">
        <Loading what="who is here" />
      </Door>
    )
  // Without an answer now, what was known stays: what is typed is not torn away.
  if (!session.data)
    return (
      <Door title="No answer">
        <Failure
          error={session.error ?? new Error('No answer.')}
          again={() => void session.refetch()}
        />
      </Door>
    )
  const { person, job, tablet, lock } = session.data
  if (job !== undefined)
    return (
      <Suspense>
        <SharedPage />
      </Suspense>
    )
  if (!person) return <SignInPage session={session.data} />
  return (
    <Me value={person}>
      <Inside lock={tablet ? (lock ?? 0) : 0}>{children}</Inside>
    </Me>
  )
}

/** What runs while somebody is in. */
function Inside({ lock, children }: { lock: number; children: ReactNode }) {
  useLive()
  useLock(lock)
  return (
    <>
      {children}
      <PinAsker />
    </>
  )
}
