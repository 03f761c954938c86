import type { EChartsCoreOption, EChartsType } from 'echarts/core'
import type { RefObject } from 'react'
import { useEffect, useRef } from 'react'
import { drawOn } from './charts.ts'
import { withWords } from './chartSvg.ts'
import { saveFile } from './saveFile.ts'

/**
 * A line chart in an element of the page, drawn anew when what it shows changes.
 * @param option makes its content; another function means other content, so it is held by `useCallback`.
 * @param shown whether its place is on the page now
 * @returns where to put it, and what saves it as a picture once it is drawn
 */
export function useChart(
  option: () => EChartsCoreOption,
  shown: boolean,
): {
  readonly place: RefObject<HTMLDivElement | null>
  /** @param words written over the picture; empty: none */
  save(name: string, words?: string): void
} {
  const place = useRef<HTMLDivElement>(null)
  const drawing = useRef<Promise<EChartsType> | null>(null)
  useEffect(() => {
    const element = place.current
    if (!element || !shown) return
    let gone = false
    let tidy = (): void => undefined
    drawing.current = drawOn(element, option).then((drawn) => {
      tidy = drawn.tidy
      if (gone) tidy()
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
