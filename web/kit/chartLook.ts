// How charts look: colours read from the page, lines told apart, the handles under them.

/** Lines are told apart by dash and by name, not by colour. */
export const DASHES = ['solid', 'dashed', 'dotted', [8, 3, 2, 3]] as const

/** The type of a chart. */
export const CHART_TEXT = { fontFamily: 'Archivo Variable, sans-serif', fontSize: 12 } as const

/** A colour of the theme as it stands on the page now. */
export const colour = (name: string): string =>
  getComputedStyle(document.documentElement).getPropertyValue(name).trim()

/** The colours of a chart. */
export interface ChartColours {
  readonly ink: string
  readonly air: string
  readonly edge: string
  readonly faint: string
}

/** The colours of a chart as the theme has them now. */
export const coloursNow = (): ChartColours => ({
  ink: colour('--ink'),
  air: colour('--air'),
  edge: colour('--edge'),
  faint: colour('--ink-3'),
})

interface Zoom {
  /** The axes that are zoomed together. */
  readonly axes: readonly number[]
  readonly left: number
  readonly right: number
  readonly height: number
  /** What is in sight, in values of the axis; left out: all of it. */
  readonly from?: number
  readonly to?: number
  /** How the ends are written while they are dragged; left out: as the axis is. */
  written?(value: number): string
}

/** Zoomed by a pinch, a wheel, or the handles under the chart. */
export function zoomOf(
  { axes, left, right, height, from, to, written }: Zoom,
  { ink, edge, faint }: ChartColours,
): readonly object[] {
  const zoom = {
    xAxisIndex: axes,
    // What lies outside is left out, so that names stand where a line ends in sight.
    filterMode: 'filter',
    ...(from === undefined ? {} : { startValue: from, endValue: to }),
  }
  return [
    { type: 'inside', ...zoom },
    {
      type: 'slider',
      ...zoom,
      left,
      right,
      height,
      bottom: 6,
      ...(written ? { labelFormatter: written } : {}),
      textStyle: { color: faint },
      borderColor: edge,
      fillerColor: colour('--air-soft'),
      handleStyle: { color: colour('--sheet'), borderColor: ink },
      moveHandleStyle: { color: faint },
      showDataShadow: false,
      brushSelect: false,
    },
  ]
}
