import type { DiagnoseRefusal } from '@anklet/core/reasoning/diagnosis'

/** Why a diagnosis cannot be reckoned from what was sent. */
export function diagnoseSentence(error: DiagnoseRefusal): string {
  switch (error.code) {
    case 'causeTwice':
      return `The cause "${error.id}" is there twice.`
    case 'checkTwice':
      return `The check "${error.id}" is there twice.`
    case 'outcomeTwice':
      return `The check "${error.id}" has the outcome "${String(error.outcome)}" twice.`
    case 'evidenceTwice':
      return `The check "${error.id}" is in the evidence twice. Keep the one that counts.`
    case 'unknownCheck':
      return `There is no check "${error.id}".`
    case 'unknownOutcome':
      return `The check "${error.id}" has no outcome "${String(error.outcome)}".`
    case 'unknownCause':
      return `A check speaks of a cause "${error.id}" that is not there.`
    case 'likelihoodMissing':
      return `The check "${error.id}" says nothing of the cause "${error.cause}".`
    case 'likelihoodShort':
      return `The check "${error.id}" needs one chance for each outcome of the cause "${error.cause}".`
    case 'likelihoodSum':
      return `The chances of the check "${error.id}" for the cause "${error.cause}" do not sum to 1.`
    case 'noCause':
      return 'Every cause has the weight 0. Leave at least one.'
    case 'contradiction':
      return (
        'No single fault brings all of this about: ' +
        `${error.items.map(({ check, outcome }) => `${check}: ${outcome}`).join('; ')}. ` +
        'Doubt one of them.'
      )
  }
}
