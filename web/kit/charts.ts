import type * as echarts from 'echarts/core'
import type { EChartsCoreOption, EChartsType } from 'echarts/core'
import { pause } from './pause.ts'

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

/** One of the pictures of a chart; they stand one under the other over one axis. */
export interface Panel {
  /** Left out: all the room of the chart. */
  readonly heightPx?: number
  readonly option: EChartsCoreOption
}

/** A chart on the page. */
export interface Drawn {
  /** Its panels, from the top, once all of them are drawn. */
  readonly charts: Promise<readonly EChartsType[]>
  /** Takes it off, drawn or not. */
  tidy(): void
}

// The first line alone, then with its name and marks, then a line more at a time.
function linesInParts(lines: readonly object[]): readonly (readonly object[])[] {
  if (lines.length === 0) return []
  const bare = { ...lines[0], markLine: undefined, endLabel: undefined, labelLayout: undefined }
  return [[bare], ...lines.map((_, i) => lines.slice(0, i + 1))]
}

// What is set of a panel one after the other: its room, its axes, its lines, its handles.
function inParts({
  grid,
  series,
  dataZoom,
  ...axes
}: EChartsCoreOption): readonly EChartsCoreOption[] {
  const lines = Array.isArray(series) ? (series as readonly object[]) : []
  return [
    { grid },
    axes,
    ...linesInParts(lines).map((some) => ({ series: some })),
    ...(dataZoom === undefined ? [] : [{ dataZoom }]),
  ]
}

// A place for each panel, of the height it asks for.
function placesFor(element: HTMLElement, panels: readonly Panel[]): readonly HTMLElement[] {
  const places = panels.map(({ heightPx }) => {
    const place = document.createElement('div')
    place.style.height = heightPx === undefined ? '100%' : `${heightPx}px`
    return place
  })
  element.replaceChildren(...places)
  return places
}

interface ZoomTold {
  readonly start: number
  readonly end: number
}

// What is zoomed in one panel is zoomed in the others, each in a task of its own.
function zoomTogether(charts: readonly EChartsType[]): void {
  let wanted: (ZoomTold & { readonly of: EChartsType }) | null = null
  let following = false
  const follow = async (): Promise<void> => {
    following = true
    while (wanted) {
      const { of, start, end } = wanted
      wanted = null
      for (const chart of charts.filter((other) => other !== of)) {
        await pause()
        if (chart.isDisposed()) return
        chart.dispatchAction(
          { type: 'dataZoom', dataZoomIndex: 0, start, end },
          // Silent, or each would tell the others in turn.
          { silent: true },
        )
      }
    }
    following = false
  }
  for (const chart of charts)
    chart.on('datazoom', (event) => {
      const { start, end, batch } = event as Partial<ZoomTold> & { batch?: readonly ZoomTold[] }
      const told = batch?.[0] ?? { start, end }
      if (told.start === undefined || told.end === undefined) return
      wanted = { of: chart, start: told.start, end: told.end }
      if (!following) void follow()
    })
}

// Drawn anew when its size, the theme or the paper changes.
function keepDrawn(
  element: HTMLElement,
  charts: readonly EChartsType[],
  panels: () => readonly Panel[],
): () => void {
  const draw = (): void => {
    const now = panels()
    for (const [k, chart] of charts.entries())
      if (!chart.isDisposed() && now[k]) chart.setOption(now[k].option, true)
  }
  // It tells the size it begins with as well, which is drawn already.
  const size = new ResizeObserver(() => {
    for (const chart of charts) {
      if (chart.isDisposed()) continue
      const { clientWidth, clientHeight } = chart.getDom()
      if (chart.getWidth() !== clientWidth || chart.getHeight() !== clientHeight) chart.resize()
    }
  })
  size.observe(element)
  const theme = new MutationObserver(draw)
  theme.observe(document.documentElement, { attributeFilter: ['data-theme'] })
  // Colours are read from the page, and paper has its own.
  const paper = window.matchMedia('print')
  paper.addEventListener('change', draw)
  return () => {
    size.disconnect()
    theme.disconnect()
    paper.removeEventListener('change', draw)
  }
}

/**
 * Draws a chart into an element, and again whenever its size or the theme changes.
 * @param panels makes its content; called anew at each change of theme, since colours are read
 * from the page, and then with as many panels as before.
 */
export function drawOn(element: HTMLElement, panels: () => readonly Panel[]): Drawn {
  let gone = false
  const charts: EChartsType[] = []
  const tidies: (() => void)[] = [
    () => {
      for (const chart of charts) chart.dispose()
    },
  ]
  const draw = async (): Promise<readonly EChartsType[]> => {
    // What is drawn never holds its place open: a page that grows narrow takes the chart with it.
    element.style.contain = 'inline-size'
    loading ??= load()
    const { init } = await loading
    if (gone) return []
    const first = panels()
    const places = placesFor(element, first)
    // A panel after the other, each part of it in a task of its own: the first drawing is the slow
    // one.
    for (const [k, { option }] of first.entries()) {
      const chart = init(places[k], null, { renderer: 'svg' })
      charts.push(chart)
      for (const part of inParts(option)) {
        await pause()
        if (gone) return []
        chart.setOption(part)
      }
    }
    zoomTogether(charts)
    tidies.unshift(keepDrawn(element, charts, panels))
    return charts
  }
  const tidy = (): void => {
    gone = true
    for (const each of tidies.splice(0)) each()
  }
  return { charts: draw(), tidy }
}
