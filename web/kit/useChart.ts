import type { EChartsType } from 'echarts/core'
import type { RefObject } from 'react'
import { useEffect, useRef } from 'react'
import type { Drawn, Panel } from './charts.ts'
import { drawOn } from './charts.ts'
import { stackedSvg, withWords } from './chartSvg.ts'
import { saveFile } from './saveFile.ts'

// A tap between the axes of a panel, not on the handles under it.
function listenForPicks(chart: EChartsType, onPick: (x: number) => void): void {
  chart.getZr().on('click', ({ offsetX, offsetY }: { offsetX: number; offsetY: number }) => {
    if (!chart.containPixel('grid', [offsetX, offsetY])) return
    const x: unknown = chart.convertFromPixel({ xAxisIndex: 0 }, offsetX)
    if (typeof x === 'number') onPick(x)
  })
}

/**
 * A line chart in an element of the page, drawn anew when what it shows changes.
 * @param panels makes its content; another function means other content, so it is held by `useCallback`.
 * @param shown whether its place is on the page now
 * @param onPick told where along its axis somebody tapped into the picture
 * @returns where to put it, and what saves it as a picture once it is drawn
 */
export function useChart(
  panels: () => readonly Panel[],
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
  const drawing = useRef<Drawn | null>(null)
  useEffect(() => {
    const element = place.current
    if (!element || !shown) return
    const drawn = drawOn(element, panels)
    drawing.current = drawn
    void drawn.charts.then((charts) => {
      for (const chart of charts)
        if (!chart.isDisposed()) listenForPicks(chart, (x) => picked.current?.(x))
    })
    return () => drawn.tidy()
  }, [panels, shown])
  const save = (name: string, words = ''): void => {
    const asked = drawing.current
    void asked?.charts.then((charts) => {
      // Drawn anew while it was waited for: the new drawing is saved.
      if (drawing.current !== asked) save(name, words)
      else if (charts.length > 0)
        saveFile(name, 'image/svg+xml', withWords(stackedSvg(charts), words))
    })
  }
  return { place, save }
}
