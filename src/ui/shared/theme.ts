'use client';

import {
  ActionIcon,
  Button,
  Checkbox,
  type CSSVariablesResolver,
  createTheme,
  type MantineColorsTuple,
  Modal,
  NativeSelect,
  NumberInput,
  Popover,
  Radio,
  SegmentedControl,
  Textarea,
  TextInput,
} from '@mantine/core';

/** The accent, in the ten shades that the component library asks for. */
const ember: MantineColorsTuple = [
  '#fff1ec',
  '#fbe0d7',
  '#f4bfae',
  '#ed9c82',
  '#e67e5e',
  '#e26b47',
  '#c8502c',
  '#b24526',
  '#9d3a1e',
  '#862e15',
];

/** Type, colour, spacing and the usual size of every part; how a part is placed stands beside it. */
export const theme = createTheme({
  fontFamily: "'Atkinson Hyperlegible Next Variable', sans-serif",
  fontFamilyMonospace: "'Atkinson Hyperlegible Mono Variable', monospace",
  fontSizes: { xs: '14px', sm: '14px', md: '16px' },
  colors: { ember },
  primaryColor: 'ember',
  primaryShade: 7,
  autoContrast: true,
  defaultRadius: 4,
  cursorType: 'pointer',
  respectReducedMotion: true,
  components: {
    ActionIcon: ActionIcon.extend({ defaultProps: { variant: 'subtle', color: 'gray' } }),
    Button: Button.extend({ defaultProps: { variant: 'default' } }),
    Checkbox: Checkbox.extend({ defaultProps: { size: 'xs' } }),
    Modal: Modal.extend({
      defaultProps: {
        transitionProps: { duration: 0 },
        closeButtonProps: { 'aria-label': 'Close' },
        // The head of a dialog is no head of the page.
        attributes: { header: { role: 'presentation' } },
      },
    }),
    NativeSelect: NativeSelect.extend({ defaultProps: { size: 'xs' } }),
    NumberInput: NumberInput.extend({ defaultProps: { size: 'xs' } }),
    Popover: Popover.extend({
      defaultProps: { shadow: 'md', transitionProps: { duration: 0 }, returnFocus: true },
    }),
    Radio: Radio.extend({ defaultProps: { size: 'xs' } }),
    SegmentedControl: SegmentedControl.extend({ defaultProps: { transitionDuration: 0 } }),
    Textarea: Textarea.extend({ defaultProps: { size: 'xs' } }),
    TextInput: TextInput.extend({ defaultProps: { size: 'xs' } }),
  },
});

/** The library's colours are the page's own (globals.css), which know both schemes. */
export const cssVariables: CSSVariablesResolver = () => {
  const own = {
    '--mantine-color-body': 'var(--raised)',
    '--mantine-color-text': 'var(--ink)',
    '--mantine-color-dimmed': 'var(--quiet)',
    '--mantine-color-placeholder': 'var(--quiet)',
    '--mantine-color-default': 'var(--raised)',
    '--mantine-color-default-color': 'var(--ink)',
    '--mantine-color-default-border': 'var(--strong-line)',
    '--mantine-color-default-hover': 'var(--chosen)',
    '--mantine-color-error': 'var(--accent-text)',
  };
  return { variables: {}, light: own, dark: own };
};
