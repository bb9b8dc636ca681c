'use client';

import {
  type ActionIconProps,
  type ButtonProps,
  type CheckboxProps,
  type CSSVariablesResolver,
  createTheme,
  type MantineColorsTuple,
  type ModalProps,
  type NativeSelectProps,
  type NumberInputProps,
  type PopoverProps,
  type RadioProps,
  type SegmentedControlProps,
  type TextareaProps,
  type TextInputProps,
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

/** How a part usually is; named by its type alone, so that no page fetches parts that it does not show. */
const usually = <Props>(defaultProps: Partial<Props>) => ({ defaultProps });

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
    ActionIcon: usually<ActionIconProps>({ variant: 'subtle', color: 'gray' }),
    // A label is never cut, and neither are the tails of its letters where it has several lines.
    Button: usually<ButtonProps>({
      variant: 'default',
      styles: { label: { overflow: 'visible' } },
    }),
    Checkbox: usually<CheckboxProps>({ size: 'xs' }),
    Modal: usually<ModalProps>({
      transitionProps: { duration: 0 },
      closeButtonProps: { 'aria-label': 'Close' },
      // The head of a dialog is no head of the page.
      attributes: { header: { role: 'presentation' } },
    }),
    NativeSelect: usually<NativeSelectProps>({ size: 'xs' }),
    NumberInput: usually<NumberInputProps>({ size: 'xs' }),
    Popover: usually<PopoverProps>({
      shadow: 'md',
      transitionProps: { duration: 0 },
      returnFocus: true,
    }),
    Radio: usually<RadioProps>({ size: 'xs' }),
    SegmentedControl: usually<SegmentedControlProps>({ transitionDuration: 0 }),
    Textarea: usually<TextareaProps>({ size: 'xs' }),
    TextInput: usually<TextInputProps>({ size: 'xs' }),
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
