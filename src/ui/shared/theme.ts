'use client';

import { createTheme, type MantineColorsTuple } from '@mantine/core';

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

export const theme = createTheme({
  fontFamily: "'Atkinson Hyperlegible Next Variable', sans-serif",
  fontFamilyMonospace: "'Atkinson Hyperlegible Mono Variable', monospace",
  colors: { ember },
  primaryColor: 'ember',
  primaryShade: { light: 7, dark: 4 },
  autoContrast: true,
  defaultRadius: 4,
  cursorType: 'pointer',
  respectReducedMotion: true,
});
