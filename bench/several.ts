// npm run bench:nights [nights]: how often the answer to one night or several, of two rounds or more,
// is right, and whether what is said of it holds as often as it is said.
import { scoreNights } from './nights.ts'

const COUNT = Number(process.argv[2] ?? 2000)
const SEED = 20261130
const SITUATIONS = [
  ['settled and soaked (bushes 2 mm, gas 1 K)', { stictionMm: 2, gasK: 1 }, [2, 3, 5]],
  ['workshop defaults (bushes 3 mm, gas 3 K)', { stictionMm: 3, gasK: 3 }, [2]],
] as const
const percent = (share: number): string => `${(100 * share).toFixed(1)} %`

for (const [words, conditions, rounds] of SITUATIONS) {
  console.log(`\n${words}, ${COUNT} nights each`)
  for (const nights of [1, 2, 3]) {
    for (const each of rounds) {
      const score = scoreNights(
        Math.ceil(COUNT / nights),
        SEED,
        { ...conditions, rounds: each },
        nights,
      )
      console.log(
        `${nights} nights of ${each} rounds: right ${percent(score.right)}, the last alone ` +
          `${percent(score.aloneRight)}; tight called leaking ${percent(score.tightCalledLeaking)} ` +
          `of ${score.tightCars}; readings doubted ${percent(score.readingsDoubted)}`,
      )
      for (const { from, to, count, said, was } of score.calibration)
        if (count > 0)
          console.log(
            `  said ${percent(from)} to ${percent(to)}: ${count}, said ${percent(said)}, ` +
              `was ${percent(was)}`,
          )
    }
  }
}
const promised = scoreNights(Math.ceil(COUNT / 5), SEED, { ...SITUATIONS[0][1], promises: true }, 2)
console.log(
  `\na second night was said to bring the answer to ${percent(promised.promised)}; it brought ` +
    `it to ${percent(promised.reached)}, and ${percent(promised.right)} were right`,
)
