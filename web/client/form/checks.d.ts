/** The contract's check of what a command carries, or of one entry of it; made when the page is built. */
declare module 'virtual:check/*' {
  interface Fault {
    readonly keyword: string
    readonly params: Readonly<Record<string, unknown>>
    readonly instancePath: string
  }
  const check: {
    (payload: unknown): boolean
    errors?: readonly Fault[] | null
  }
  export default check
}
