import { useState } from 'react'

const keyOf = (name: string): string => `anklet.typed ${location.pathname} ${name}`

/** What was kept on this page under a name, in this tab; null: nothing. */
export function readKept<Value>(name: string): Value | null {
  try {
    return JSON.parse(sessionStorage.getItem(keyOf(name)) ?? 'null') as Value | null
  } catch {
    return null
  }
}

/** Keeps something on this page through a reload and a wrong turn. @param value null: no longer */
export function writeKept(name: string, value: unknown): void {
  try {
    if (value === null) sessionStorage.removeItem(keyOf(name))
    else sessionStorage.setItem(keyOf(name), JSON.stringify(value))
  } catch {
    // A store that is full loses nothing that stands on the page.
  }
}

/**
 * State that a reload and a wrong turn leave as it was, in this tab.
 * @param name what it is kept as, on this page
 * @param begin what it is at first
 */
export function useKeptTyped<Value>(
  name: string,
  begin: () => Value,
): readonly [Value, (next: Value) => void] {
  const [value, setValue] = useState(() => readKept<Value>(name) ?? begin())
  return [
    value,
    (next) => {
      writeKept(name, next)
      setValue(next)
    },
  ]
}
