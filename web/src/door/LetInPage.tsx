import { useNavigate } from 'react-router'
import { Door } from './Door'
import { LetInForm } from './LetInForm'

/** The address that a tablet reads off a keeper's screen: the code stands behind the #. */
export function LetInPage() {
  const navigate = useNavigate()
  return (
    <Door title="Let this tablet in">
      <LetInForm code={window.location.hash.slice(1)} onIn={() => void navigate('/')} />
    </Door>
  )
}
