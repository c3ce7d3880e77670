import { lazy, type ComponentType } from 'react'
import { Message } from './Message'
import { Screen } from './Screen'

interface Page {
  default: ComponentType
}

/** A page whose script is fetched when it is first opened. */
export const later = (page: () => Promise<ComponentType>) =>
  lazy(() =>
    page().then(
      (it): Page => ({ default: it }),
      (): Page => ({ default: Unfetched }),
    ),
  )

function Unfetched() {
  return (
    <Screen title="Not fetched">
      <Message
        title="This page did not come"
        text="Settle may have stopped, or been renewed since this window was opened. See that it runs, then load again. Nothing kept is lost."
        action="Load again"
        onAction={() => location.reload()}
      />
    </Screen>
  )
}
