import { ink } from '../theme'

/** The hatch of what lies past a limit, and of cut metal. */
export function Hatches({ id }: { id: string }) {
  return (
    <defs>
      <pattern
        id={`${id}-past`}
        width="6"
        height="6"
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(45)"
      >
        <path d="M0 0V6" stroke={ink('out')} strokeWidth="1.2" />
      </pattern>
      <pattern
        id={`${id}-cut`}
        width="7"
        height="7"
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(45)"
      >
        <path d="M0 0V7" stroke={ink('ink2')} strokeWidth="0.9" />
      </pattern>
    </defs>
  )
}
