import type { ThemeConfig } from 'antd';

/**
 * Drafting film, ink, one accent; the wood is the only warm thing. The same names stand in
 * style.css.
 */
const PALETTES = {
  light: {
    ground: '#dfe5e5',
    sheet: '#f8fafa',
    ink: '#182024',
    quiet: '#55636a',
    line: '#b9c4c6',
    action: '#0f5a54',
    onAction: '#ffffff',
    stop: '#a3231b',
  },
  dark: {
    ground: '#12181a',
    sheet: '#1a2326',
    ink: '#eaf0f0',
    quiet: '#9fb0b4',
    line: '#37464b',
    action: '#5cc2b2',
    onAction: '#0c1516',
    stop: '#ff8a7a',
  },
} as const;

/** Ant Design in Velk's own clothes: square, flat, drawn with lines. */
export function antTheme(mode: 'light' | 'dark'): ThemeConfig {
  const p = PALETTES[mode];
  return {
    token: {
      colorPrimary: p.action,
      colorLink: p.action,
      colorError: p.stop,
      colorText: p.ink,
      colorTextSecondary: p.quiet,
      colorTextPlaceholder: p.quiet,
      colorBgBase: p.sheet,
      colorBgContainer: p.sheet,
      colorBgElevated: p.sheet,
      colorBorder: p.quiet,
      colorTextLightSolid: p.onAction,
      fontFamily: "'Barlow Semi Condensed', sans-serif",
      fontSize: 16,
      borderRadius: 0,
      controlHeight: 38,
      boxShadow: 'none',
      boxShadowSecondary: `0 0 0 1px ${p.ink}`,
      motion: false,
      wireframe: false,
    },
    components: {
      Button: { primaryShadow: 'none', defaultShadow: 'none', fontWeight: 500 },
      Segmented: {
        trackBg: 'transparent',
        itemSelectedBg: p.ink,
        itemSelectedColor: p.sheet,
        trackPadding: 0,
        itemColor: p.ink,
      },
    },
  };
}
