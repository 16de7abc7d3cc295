/** The look: dove greys and slate ink on warm paper; madder for what must be acted on, green for ready, ochre for waiting. */
'use client'
import { createTheme } from '@mui/material/styles'

export const TEXT_FONT = "'Atkinson Hyperlegible Next Variable', 'Atkinson Hyperlegible Next', system-ui, sans-serif"
const HEADING_FONT = "'Young Serif', Georgia, serif"

const FOCUS = '3px solid var(--mui-palette-primary-main)'

export const theme = createTheme({
  cssVariables: { colorSchemeSelector: 'data' },
  colorSchemes: {
    light: {
      palette: {
        primary: { main: '#2F5D45', dark: '#244A37', light: '#5C8A70', contrastText: '#FFFFFF' },
        secondary: { main: '#27313B', contrastText: '#F7F2E9' },
        error: { main: '#A3312C', dark: '#842521', light: '#F3DEDA', contrastText: '#FFFFFF' },
        warning: { main: '#8A5A00', light: '#F5E7C6', contrastText: '#FFFFFF' },
        success: { main: '#2F5D45', light: '#DDE8D8', contrastText: '#FFFFFF' },
        info: { main: '#2F5575', light: '#DFE7EE', contrastText: '#FFFFFF' },
        background: { default: '#F7F2E9', paper: '#FFFDF8' },
        text: { primary: '#26313B', secondary: '#56616B' },
        divider: '#DDD4C4',
      },
    },
    dark: {
      palette: {
        primary: { main: '#9CC7A9', dark: '#7FB08F', light: '#BFE0C8', contrastText: '#12211A' },
        secondary: { main: '#D9D2C5', contrastText: '#1D242B' },
        error: { main: '#F0958D', dark: '#D9746B', light: '#4A2624', contrastText: '#2A0F0D' },
        warning: { main: '#E3BC6A', light: '#43361B', contrastText: '#2B2008' },
        success: { main: '#9CC7A9', light: '#26382E', contrastText: '#12211A' },
        info: { main: '#A3C1DB', light: '#263643', contrastText: '#101D28' },
        background: { default: '#1B2127', paper: '#232A31' },
        text: { primary: '#ECE7DD', secondary: '#AEB6BC' },
        divider: '#3A434B',
      },
    },
  },
  typography: {
    fontFamily: TEXT_FONT,
    fontSize: 15,
    h1: {
      fontFamily: HEADING_FONT,
      fontVariantNumeric: 'proportional-nums',
      fontSize: '1.75rem',
      fontWeight: 400,
      lineHeight: 1.2,
    },
    h2: {
      fontFamily: HEADING_FONT,
      fontVariantNumeric: 'proportional-nums',
      fontSize: '1.25rem',
      fontWeight: 400,
      lineHeight: 1.25,
    },
    h3: { fontFamily: TEXT_FONT, fontSize: '1rem', fontWeight: 700, lineHeight: 1.3 },
    button: { textTransform: 'none', fontWeight: 650 },
  },
  shape: { borderRadius: 6 },
  components: {
    MuiButton: { defaultProps: { disableElevation: true } },
    // A button's own style takes the outline away, and stands after the page's: it is given back here.
    MuiButtonBase: {
      defaultProps: { disableRipple: true },
      styleOverrides: { root: { '&:focus-visible, &.Mui-focusVisible': { outline: FOCUS, outlineOffset: 2 } } },
    },
    MuiTab: { styleOverrides: { root: { '&:focus-visible, &.Mui-focusVisible': { outlineOffset: -3 } } } },
    // A list that still grows when it is touched has another line under the finger when it is let go.
    MuiMenu: { defaultProps: { transitionDuration: 0 } },
    MuiPopover: { defaultProps: { transitionDuration: 0 } },
    MuiMenuItem: { styleOverrides: { root: { '&:focus-visible, &.Mui-focusVisible': { outlineOffset: -3 } } } },
    MuiLink: { styleOverrides: { root: { '&:focus-visible': { outline: FOCUS, outlineOffset: 2 } } } },
    // A summary is a button, and a button does not take the page's type of itself.
    MuiAccordionSummary: { styleOverrides: { root: { font: 'inherit', lineHeight: 1.35, textAlign: 'left' } } },
    // On the tint of what they say, not on white or black.
    MuiAlert: {
      styleOverrides: {
        root: ({ ownerState: { severity = 'success' } }) => ({
          backgroundColor: `var(--mui-palette-${severity}-light)`,
          color: 'var(--mui-palette-text-primary)',
        }),
        icon: ({ ownerState: { severity = 'success' } }) => ({
          color: `var(--mui-palette-${severity}-main) !important`,
        }),
      },
    },
    MuiPaper: { styleOverrides: { root: { backgroundImage: 'none' } } },
    MuiToggleButton: {
      styleOverrides: {
        root: {
          paddingBlock: 5,
          paddingInline: 12,
          textTransform: 'none',
          color: 'var(--mui-palette-text-secondary)',
          '&.Mui-selected': { color: 'var(--mui-palette-text-primary)' },
        },
      },
    },
    MuiOutlinedInput: {
      styleOverrides: {
        notchedOutline: ({ theme: own }) => [
          { borderColor: '#8A8172' },
          own.applyStyles('dark', { borderColor: '#78828B' }),
        ],
      },
    },
    MuiTooltip: { defaultProps: { enterDelay: 400 } },
    MuiTextField: { defaultProps: { size: 'small', fullWidth: true } },
    MuiCssBaseline: {
      styleOverrides: {
        body: { fontVariantNumeric: 'tabular-nums', overflowWrap: 'break-word' },
        ':focus-visible': { outline: FOCUS, outlineOffset: 2 },
        '@media (prefers-reduced-motion: reduce)': {
          '*, *::before, *::after': { transitionDuration: '0.01ms !important', animationDuration: '0.01ms !important' },
        },
        '@media print': {
          body: { background: '#fff', color: '#000' },
          '.no-print': { display: 'none !important' },
          // Nothing can be pressed on paper.
          '.MuiButton-root, .MuiIconButton-root, .MuiToggleButtonGroup-root': { display: 'none !important' },
          // What scrolls on a screen runs on over as many pages as it takes.
          '.paper-whole': { display: 'block !important', height: 'auto !important', overflow: 'visible !important' },
          // Ink only where it says something.
          '*': { printColorAdjust: 'exact' },
        },
      },
    },
  },
})
