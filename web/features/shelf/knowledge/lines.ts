import { findNodeAtLocation, parseTree, printParseErrorCode } from 'jsonc-parser'
import type { ParseError } from 'jsonc-parser'

const lineAt = (text: string, offset: number): number => text.slice(0, offset).split('\n').length

/** Why a text is no JSON, and in which line; null: it is. */
export function jsonFault(text: string): { readonly line: number; readonly reason: string } | null {
  const errors: ParseError[] = []
  parseTree(text, errors, { allowTrailingComma: false, disallowComments: true })
  const [first] = errors
  return first
    ? {
        line: lineAt(text, first.offset),
        reason: printParseErrorCode(first.error)
          .replaceAll(/([a-z])([A-Z])/g, '$1 $2')
          .toLowerCase(),
      }
    : null
}

/** The line a JSON pointer stands in, or the nearest that holds it. */
export function lineOf(text: string, pointer: string): number {
  const root = parseTree(text)
  const steps = pointer
    .split('/')
    .slice(1)
    .map((step) => (/^\d+$/.test(step) ? Number(step) : step))
  for (let depth = steps.length; root && depth > 0; depth -= 1) {
    const node = findNodeAtLocation(root, steps.slice(0, depth))
    if (node) return lineAt(text, node.offset)
  }
  return 1
}
