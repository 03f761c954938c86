import type * as echarts from 'echarts/core'
import type { EChartsCoreOption, EChartsType } from 'echarts/core'

const pause = (): Promise<void> => new Promise((resolve) => setTimeout(resolve))

let loading: Promise<typeof echarts> | null = null

// The chart library comes in pieces, each in a task of its own: as one it would hold the page up.
async function load(): Promise<typeof echarts> {
  const core = await import('echarts/core')
  await pause()
  const { DataZoomComponent, GridComponent, MarkLineComponent } = await import('echarts/components')
  await pause()
  const { LineChart } = await import('echarts/charts')
  await pause()
  const { LabelLayout } = await import('echarts/features')
  await pause()
  const { SVGRenderer } = await import('echarts/renderers')
  core.use([
    GridComponent,
    DataZoomComponent,
    MarkLineComponent,
    LineChart,
    LabelLayout,
    SVGRenderer,
  ])
  await pause()
  return core
}

/** A chart on the page, and how to take it off. */
export interface Drawn {
  readonly chart: EChartsType
  tidy(): void
}

/** Lines that are drawn in one task. */
const LINES_AT_ONCE = 3

// What is set of a chart one after the other: its axes, a few lines at a time, its handles.
function inParts({ series, dataZoom, ...axes }: EChartsCoreOption): readonly EChartsCoreOption[] {
  const lines = Array.isArray(series) ? (series as readonly object[]) : []
  const steps = Math.ceil(lines.length / LINES_AT_ONCE)
  return [
    axes,
    ...Array.from({ length: steps }, (_, i) => ({
      series: lines.slice(0, (i + 1) * LINES_AT_ONCE),
    })),
    ...(dataZoom === undefined ? [] : [{ dataZoom }]),
  ]
}

/**
 * Draws a line chart into an element, and again whenever its size or the theme changes.
 * @param option makes the chart's content; called anew at each change of theme, since colours are read from the page.
 */
export async function drawOn(
  element: HTMLElement,
  option: () => EChartsCoreOption,
): Promise<Drawn> {
  // What is drawn never holds its place open: a page that grows narrow takes the chart with it.
  element.style.contain = 'inline-size'
  loading ??= load()
  const { getInstanceByDom, init } = await loading
  // One that was begun here before and is not wanted any more would be taken for this one, and be
  // disposed of with it.
  getInstanceByDom(element)?.dispose()
  const chart = init(element, null, { renderer: 'svg' })
  await pause()
  const draw = (): void => {
    if (!chart.isDisposed()) chart.setOption(option(), true)
  }
  // Axes first, lines in the next tasks: the first drawing is the slow one.
  for (const part of inParts(option())) {
    if (!chart.isDisposed()) chart.setOption(part)
    await pause()
  }
  // It tells the size it begins with as well, which is drawn already.
  const size = new ResizeObserver(() => {
    if (chart.isDisposed()) return
    const { clientWidth, clientHeight } = element
    if (chart.getWidth() !== clientWidth || chart.getHeight() !== clientHeight) chart.resize()
  })
  size.observe(element)
  const theme = new MutationObserver(draw)
  theme.observe(document.documentElement, { attributeFilter: ['data-theme'] })
  // Colours are read from the page, and paper has its own.
  const paper = window.matchMedia('print')
  paper.addEventListener('change', draw)
  const tidy = (): void => {
    size.disconnect()
    paper.removeEventListener('change', draw)
    theme.disconnect()
    if (!chart.isDisposed()) chart.dispose()
  }
  return { chart, tidy }
}
