import type { ReactNode } from 'react'
import { Sheet } from '../../kit/Sheet.tsx'

const LIST = [
  ['Ctrl K', 'Find anything'],
  ['f', 'Floor'],
  ['j', 'All jobs'],
  ['n', 'New job'],
  ['v', 'Vehicles'],
  ['b', 'Bench'],
  ['d', 'Devices'],
  ['s', 'Shelf'],
  [
    'i  h  w  c  e  o  r  a  p  g',
    'Intake, Heights, Watch, Checks, Decision, Work, Recommission, Calibrate, Proof, Handover of the open job',
  ],
  ['?', 'This list'],
  ['Enter', 'On a walk: take the reading and walk on'],
  ['Backspace', 'On a walk: delete the last figure'],
] as const
/** What the single keys do. */
export const KeyList = ({ onClose }: { onClose(): void }): ReactNode => (
  <Sheet title="Keys" open onClose={onClose}>
    <table className="table">
      <tbody>
        {LIST.map(([key, words]) => (
          <tr key={key}>
            <td className="whitespace-nowrap">
              <span className="kbd">{key}</span>
            </td>
            <td>{words}</td>
          </tr>
        ))}
      </tbody>
    </table>
  </Sheet>
)
