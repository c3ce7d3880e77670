import SvgIcon, { type SvgIconProps } from '@mui/material/SvgIcon'

const line = {
  fill: 'none',
  stroke: 'currentColor',
  strokeWidth: 2,
  strokeLinecap: 'round',
} as const
const ray =
  'M12 1.5v3M12 19.5v3M1.5 12h3M19.5 12h3M4.6 4.6l2.1 2.1M17.3 17.3l2.1 2.1M4.6 19.4l2.1-2.1M17.3 6.7l2.1-2.1'

/** By day: a sun. */
export const Day = (props: SvgIconProps) => (
  <SvgIcon {...props}>
    <circle cx="12" cy="12" r="4.5" {...line} />
    <path d={ray} {...line} />
  </SvgIcon>
)

/** At night: the moon. */
export const Night = (props: SvgIconProps) => (
  <SvgIcon {...props}>
    <path d="M20 14.2A8.5 8.5 0 1 1 9.8 4a7 7 0 0 0 10.2 10.2Z" {...line} strokeLinejoin="round" />
  </SvgIcon>
)

/** As the device has it: half and half. */
export const AsTheDevice = (props: SvgIconProps) => (
  <SvgIcon {...props}>
    <circle cx="12" cy="12" r="8.5" {...line} />
    <path d="M12 3.5a8.5 8.5 0 0 1 0 17Z" fill="currentColor" />
  </SvgIcon>
)
