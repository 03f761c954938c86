import type { EChartsCoreOption, EChartsType } from 'echarts/core'
import type { RefObject } from 'react'
import { useEffect, useRef } from 'react'
import { drawOn } from './charts.ts'
import { withWords } from './chartSvg.ts'
import { saveFile } from './saveFile.ts'

// A tap between the axes of any panel, not on the handles under them.
function listenForPicks(chart: EChartsType, onPick: (x: number) => void): void {
  chart.getZr().on('click', ({ offsetX, offsetY }: { offsetX: number; offsetY: number }) => {
    if (!chart.containPixel('grid', [offsetX, offsetY])) return
    const x: unknown = chart.convertFromPixel({ xAxisIndex: 0 }, offsetX)
    if (typeof x === 'number') onPick(x)
  })
}

/**
 * A line chart in an element of the page, drawn anew when what it shows changes.
 * @param option makes its content; another function means other content, so it is held by `useCallback`.
 * @param shown whether its place is on the page now
 * @param onPick told where along its axis somebody tapped into the picture
 * @returns where to put it, and what saves it as a picture once it is drawn
 */
export function useChart(
  option: () => EChartsCoreOption,
  shown: boolean,
  onPick?: (x: number) => void,
): {
  readonly place: RefObject<HTMLDivElement | null>
  /** @param words written over the picture; empty: none */
  save(name: string, words?: string): void
} {
  const place = useRef<HTMLDivElement>(null)
  const picked = useRef(onPick)
  useEffect(() => {
    picked.current = onPick
  })
  const drawing = useRef<Promise<EChartsType> | null>(null)
  useEffect(() => {
    const element = place.current
    if (!element || !shown) return
    let gone = false
    let tidy = (): void => undefined
    drawing.current = drawOn(element, option).then((drawn) => {
      tidy = drawn.tidy
      if (gone) tidy()
      else listenForPicks(drawn.chart, (x) => picked.current?.(x))
      return drawn.chart
    })
    return () => {
      gone = true
      tidy()
    }
  }, [option, shown])
  const save = (name: string, words = ''): void => {
    const asked = drawing.current
    void asked?.then((chart) => {
      if (!chart.isDisposed())
        saveFile(name, 'image/svg+xml', withWords(chart.renderToSVGString(), words))
      // Drawn anew while it was waited for: the new drawing is saved.
      else if (drawing.current !== asked) save(name, words)
    })
  }
  return { place, save }
}
