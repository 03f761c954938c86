import type { EChartsCoreOption, EChartsType } from 'echarts/core'
import type { RefObject } from 'react'
import { useEffect, useRef } from 'react'
import { drawOn } from './charts.ts'

/**
 * A line chart in an element of the page, drawn anew when what it shows changes.
 * @param option makes its content. @param shows what that content depends on.
 * @returns where to put it, and the drawn picture for a file
 */
export function useChart(option: () => EChartsCoreOption, shows: readonly unknown[]): { readonly place: RefObject<HTMLDivElement | null>; svg(): string } {
  const place = useRef<HTMLDivElement>(null)
  const chart = useRef<EChartsType | null>(null)
  useEffect(() => {
    const element = place.current
    if (!element) return
    let gone = false
    let tidy = (): void => undefined
    void drawOn(element, option).then((drawn) => {
      tidy = drawn.tidy
      chart.current = drawn.chart
      if (gone) tidy()
    })
    return () => {
      gone = true
      tidy()
    }
  }, shows)
  return { place, svg: () => chart.current?.renderToSVGString() ?? '' }
}
