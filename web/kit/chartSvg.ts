const GAP = 16

/** A line written over a finished drawing, at its top left. @param words empty: none */
export const withWords = (svg: string, words: string): string =>
  words === ''
    ? svg
    : svg.replace(
        /<\/svg>\s*$/,
        `<text x="8" y="16" font-size="13" font-weight="600">${words}</text></svg>`,
      )

interface Panel {
  renderToSVGString(): string
  getWidth(): number
  getHeight(): number
}

/** The panels of a chart, one under the other, as one SVG. @param panels from the top */
export function stackedSvg(panels: readonly Panel[]): string {
  if (panels.length === 1) return panels[0]!.renderToSVGString()
  let y = 0
  const parts = panels.map((panel) => {
    const part = panel.renderToSVGString().replace(/^<svg/, `<svg y="${y}"`)
    y += panel.getHeight()
    return part
  })
  const width = Math.max(...panels.map((panel) => panel.getWidth()))
  return (
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${y}">` +
    `${parts.join('')}</svg>`
  )
}

/**
 * Several drawings of a page side by side as one SVG that stands on its own: colours that come
 * from the page's theme are written out.
 * @param drawings in the order they are shown.
 * @param words written over them; empty: none
 */
export function joinedSvg(drawings: readonly SVGSVGElement[], words = ''): string {
  const theme = getComputedStyle(document.documentElement)
  const boxes = drawings.map((drawing) => drawing.viewBox.baseVal)
  let x = 0
  const parts = drawings.map((drawing, i) => {
    const { width, height } = boxes[i]!
    const part =
      `<svg x="${x}" y="0" width="${width}" height="${height}" viewBox="0 0 ${width} ` +
      `${height}">${drawing.innerHTML}</svg>`
    x += width + GAP
    return part
  })
  const body = parts
    .join('')
    .replaceAll(/var\((--[\w-]+)\)/g, (_, name: string) => theme.getPropertyValue(name).trim())
  const tallest = Math.max(...boxes.map(({ height }) => height))
  const paper = theme.getPropertyValue('--paper').trim()
  return withWords(
    `<svg xmlns="http://www.w3.org/2000/svg" width="${x - GAP}" height="${tallest}" ` +
      `font-family="Archivo, sans-serif"><rect width="100%" height="100%" fill="${paper}"/>` +
      `${body}</svg>`,
    words,
  )
}
