declare module 'ode45-cash-karp' {
  /** A general adaptive Runge-Kutta integrator: fifth order after Cash and Karp. */
  export default function ode45(
    y0: Float64Array,
    derivative: (dydt: Float64Array, y: Float64Array, t: number) => void,
    t0: number,
    dt0: number,
    options?: { tol?: number },
  ): { steps(count: number, until: number): boolean; readonly t: number; readonly y: Float64Array }
}
