import { Component, type ReactNode } from 'react'
import { Message } from './Message'

interface Props {
  /** what could not be drawn, as it begins a sentence */
  what: string
  /** mends what may be at fault before it is tried again */
  onRetry?: () => void
  action?: string
  children: ReactNode
}

/** Keeps a fault while drawing from blanking everything: the rest goes on. */
export class Boundary extends Component<Props, { failed: Error | null }> {
  state = { failed: null as Error | null }

  static getDerivedStateFromError(failed: Error) {
    return { failed }
  }

  componentDidCatch(error: Error) {
    console.error(error)
  }

  render() {
    if (!this.state.failed) return this.props.children
    return (
      <Message
        title={`${this.props.what} could not be shown`}
        text={`What was kept is safe on the disk. Try again; if it stays so, tell whoever looks after Settle: ${this.state.failed.message}`}
        action={this.props.action ?? 'Try again'}
        onAction={() => {
          this.props.onRetry?.()
          this.setState({ failed: null })
        }}
      />
    )
  }
}
