import { createTheme } from '@mui/material/styles'

// A surface plate and layout dye: stone ground, blue-black ink, one dye blue.
// Every colour of the application is here, once for the day and once for a
// shop at night. A chip stands on the dye of the top bar; a face is the white of a
// dial or of the next bolt, on dye, too. Dye says "here" or "do this"; the verdict colours say only a
// verdict. Contrasts are 4.5 : 1 or better on stone, panel and paper.
const day = {
  stone: '#E6E4DE',
  panel: '#F2F0EB',
  paper: '#FCFBF8',
  ink: '#121830',
  ink2: '#454B61',
  dye: '#27348B',
  onDye: '#FFFFFF',
  chip: '#FFFFFF',
  onChip: '#27348B',
  face: '#FFFFFF',
  onFace: '#121830',
  dyeText: '#27348B',
  wash: '#DCDFF0',
  sleeve: '#A9B2E2',
  scribe: '#B9C1F2',
  brass: '#C9A24A',
  within: '#0A5F5B',
  close: '#955000',
  out: '#A2271D',
  none: '#5A5F70',
  rule: '#B7B3A9',
  hair: '#CFCBC2',
}

const night: typeof day = {
  stone: '#12162A',
  panel: '#191E36',
  paper: '#0E1222',
  ink: '#ECEAF2',
  ink2: '#B4B8CC',
  dye: '#3443A8',
  onDye: '#FFFFFF',
  chip: '#FFFFFF',
  onChip: '#27348B',
  face: '#FFFFFF',
  onFace: '#121830',
  dyeText: '#A9B4FF',
  wash: '#2B3357',
  sleeve: '#4A568F',
  scribe: '#B9C1F2',
  brass: '#D9B662',
  within: '#5CC9BF',
  close: '#F0AE57',
  out: '#FF8F80',
  none: '#A3A8BC',
  rule: '#454C6B',
  hair: '#2E3450',
}

export type Ink = keyof typeof day

declare module '@mui/material/Button' {
  interface ButtonPropsVariantOverrides {
    /** on the dye of the top bar */
    bar: true
    /** white on the dye of the top bar: asks for something */
    chip: true
  }
}

declare module '@mui/material/styles' {
  interface Palette {
    settle: typeof day
  }
  interface PaletteOptions {
    settle?: typeof day
  }
}

const variable = (name: string) => `--mui-palette-settle-${name}`

/** The CSS variable of one colour of the theme. */
export const ink = (name: Ink) => `var(${variable(name)})`

/** Paper is white whatever the theme: the colours of the day, set on it again. */
export const onPaper = {
  ...Object.fromEntries(Object.entries(day).map(([name, colour]) => [variable(name), colour])),
  [variable('paper')]: day.face,
  [variable('panel')]: day.face,
  [variable('stone')]: day.face,
  background: day.face,
  color: day.ink,
} as Record<string, string>

const palette = (c: typeof day) => ({
  settle: c,
  primary: { main: c.dye, contrastText: c.onDye },
  text: { primary: c.ink, secondary: c.ink2 },
  background: { default: c.stone, paper: c.panel },
  divider: c.rule,
  error: { main: c.out },
  warning: { main: c.close },
  success: { main: c.within },
})

export const mono = '"IBM Plex Mono", monospace'
export const condensed = '"Barlow Condensed", "Barlow", sans-serif'

/** The sizes of type, once for the whole application; those of a figure grow with the room it has. */
export const size = {
  tiny: '0.75rem',
  small: '0.8125rem',
  minor: '0.875rem',
  text: '0.9375rem',
  body: '1rem',
  label: '1.0625rem',
  lead: '1.125rem',
  key: '1.1875rem',
  large: '1.25rem',
  head: '1.375rem',
  strong: '1.5rem',
  stage: '1.625rem',
  title: '1.75rem',
  answer: '1.875rem',
  figure: '2rem',
  reading: '2.25rem',
  dial: '2.5rem',
  clock: '2.75rem',
  result: '3rem',
  code: '3.5rem',
  wide: '3.875rem',
  full: '5.5rem',
  /** of the text around it */
  more: '1.1em',
  /** on paper */
  print: '8.6pt',
}

const sentence = '"Barlow", sans-serif'

export const theme = createTheme({
  cssVariables: { colorSchemeSelector: 'class' },
  colorSchemes: { light: { palette: palette(day) }, dark: { palette: palette(night) } },
  shape: { borderRadius: 0 },
  spacing: 4,
  typography: {
    fontFamily: sentence,
    fontSize: 15,
    body1: { fontSize: size.text, lineHeight: 1.35 },
    body2: { fontSize: size.minor, lineHeight: 1.35, color: 'var(--mui-palette-settle-ink2)' },
    h1: { fontFamily: condensed, fontSize: size.title, fontWeight: 600, lineHeight: 1.1 },
    h2: { fontFamily: condensed, fontSize: size.head, fontWeight: 600, lineHeight: 1.15 },
    h3: { fontFamily: condensed, fontSize: size.label, fontWeight: 600, lineHeight: 1.2 },
    caption: { fontSize: size.small, lineHeight: 1.3 },
    button: {
      fontFamily: condensed,
      fontSize: size.lead,
      fontWeight: 600,
      textTransform: 'none',
      lineHeight: 1.2,
    },
  },
  transitions: { create: () => 'none' },
  components: {
    MuiCssBaseline: {
      styleOverrides: {
        'html, body, #root': { height: '100%' },
        // Focus is ink, three pixels, two off: visible with gloves on.
        ':focus-visible': { outline: '3px solid var(--mui-palette-settle-ink)', outlineOffset: 2 },
        '@media print': { 'html, body': { background: day.face } },
      },
    },
    MuiButtonBase: {
      defaultProps: { disableRipple: true },
      styleOverrides: { root: { fontFamily: 'inherit' } },
    },
    MuiButton: {
      defaultProps: { disableElevation: true },
      styleOverrides: {
        root: {
          minHeight: 45,
          '&.Mui-focusVisible': {
            outline: '3px solid var(--mui-palette-settle-ink)',
            outlineOffset: 2,
          },
        },
        outlined: {
          borderColor: 'var(--mui-palette-settle-dyeText)',
          color: 'var(--mui-palette-settle-dyeText)',
          borderWidth: 1.5,
          background: 'var(--mui-palette-settle-paper)',
        },
        text: { color: 'var(--mui-palette-settle-dyeText)' },
        // What a screen is about: under a glove, at arm's length.
        sizeLarge: { minHeight: 56, gap: 10, fontSize: size.large, lineHeight: 1.1 },
        // One of several small answers.
        sizeSmall: { minHeight: 40, padding: '4px 12px', fontSize: size.body },
      },
      variants: [
        {
          props: { variant: 'bar' },
          style: {
            minWidth: 0,
            padding: '6px 10px',
            color: ink('onDye'),
            '&.Mui-focusVisible': { outlineColor: ink('brass') },
          },
        },
        {
          props: { variant: 'chip' },
          style: {
            minWidth: 0,
            background: ink('chip'),
            color: ink('onChip'),
            '&:hover': { background: ink('chip') },
            '&.Mui-focusVisible': { outlineColor: ink('brass') },
          },
        },
      ],
    },
    MuiIconButton: {
      styleOverrides: {
        root: { '&.Mui-focusVisible': { outline: '3px solid', outlineOffset: 2 } },
      },
    },
    MuiPaper: { styleOverrides: { root: { backgroundImage: 'none', boxShadow: 'none' } } },
    MuiDialog: {
      styleOverrides: {
        paper: {
          border: '2px solid var(--mui-palette-settle-ink)',
          background: 'var(--mui-palette-settle-panel)',
        },
      },
    },
    // A label drawn into its frame stays above the smallest size.
    MuiInputLabel: {
      styleOverrides: {
        outlined: { '&.MuiInputLabel-shrink': { transform: 'translate(14px, -9px) scale(0.9)' } },
      },
    },
    // What a box that is shut says of itself can still be read.
    MuiFormHelperText: {
      styleOverrides: {
        root: { '&.Mui-disabled': { color: 'var(--mui-palette-settle-ink2)' } },
      },
    },
    MuiOutlinedInput: {
      styleOverrides: {
        root: { background: 'var(--mui-palette-settle-paper)' },
        notchedOutline: { '& legend': { fontSize: '0.9em' } },
      },
    },
    MuiToggleButton: {
      styleOverrides: {
        root: {
          fontFamily: condensed,
          fontWeight: 600,
          textTransform: 'none',
          fontSize: size.body,
          color: 'var(--mui-palette-settle-dyeText)',
          background: 'var(--mui-palette-settle-paper)',
          borderColor: 'var(--mui-palette-settle-dyeText)',
          minHeight: 40,
          padding: '0 12px',
          '&.MuiToggleButton-sizeLarge': { minHeight: 56, padding: '0 16px' },
          '&.Mui-selected, &.Mui-selected:hover': {
            background: 'var(--mui-palette-settle-dye)',
            color: 'var(--mui-palette-settle-onDye)',
          },
          '&.Mui-focusVisible': {
            outline: '3px solid var(--mui-palette-settle-ink)',
            outlineOffset: 2,
            zIndex: 1,
          },
        },
      },
    },
    MuiTableCell: {
      styleOverrides: {
        root: {
          padding: '5px 8px',
          borderColor: 'var(--mui-palette-settle-hair)',
          fontSize: size.text,
        },
        head: {
          fontFamily: condensed,
          fontWeight: 600,
          color: 'var(--mui-palette-settle-dyeText)',
          borderBottom: '1.5px solid var(--mui-palette-settle-ink)',
        },
      },
    },
  },
})
