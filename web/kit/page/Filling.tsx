import { FileUp } from 'lucide-react'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { BigFigure } from '../BigFigure.tsx'
import { Button, ButtonLink, Tap } from '../Button.tsx'
import { ChooseFile } from '../ChooseFile.tsx'
import { CornerFields } from '../CornerFields.tsx'
import { Field, FigureInput, Input, Select, TextArea } from '../Field.tsx'
import { Choice, KeepOrDrop, Line, Lines } from '../FormLines.tsx'
import { applyKey, Keypad } from '../Keypad.tsx'
import { Refusal } from '../Notice.tsx'
import { Slider } from '../Slider.tsx'
import { Taps, toggled } from '../Taps.tsx'
import { Tick } from '../Tick.tsx'
import { WantedTaps } from '../WantedTaps.tsx'

const nothing = (): void => undefined

/** What is pressed, in each look, at rest and out of reach. */
export function Buttons(): ReactNode {
  const [on, setOn] = useState(true)
  return (
    <>
      {(['plain', 'go', 'quiet'] as const).map((look) => (
        <div key={look} className="flex flex-wrap items-center gap-3">
          <Button look={look}>As usual, {look}</Button>
          <Button look={look} big>
            Big, {look}
          </Button>
          <Button look={look} disabled>
            Not now, {look}
          </Button>
          <ButtonLink look={look} to="/elsewhere">
            Elsewhere, {look}
          </ButtonLink>
        </div>
      ))}
      <div className="flex flex-wrap items-center gap-3">
        <Tap on={on} onClick={() => setOn(!on)}>
          Stays down
        </Tap>
        <Tap on={false}>Is up</Tap>
        <Tap>Once</Tap>
        <Tap disabled>Not now</Tap>
        <Button look="bare" className="min-h-touch underline">
          Only a target
        </Button>
      </div>
    </>
  )
}

/** What is typed in, with all that may belong to it. */
export function Fields(): ReactNode {
  const [typed, setTyped] = useState('18 5/8')
  return (
    <>
      <div className="grid gap-4 sm:grid-cols-2">
        <Field label="Plain">
          <Input defaultValue="TQ 418" />
        </Field>
        <Field label="With a unit" unit="mm">
          <FigureInput defaultValue="480" />
        </Field>
        <Field label="With a hint" hint="How it is meant stands under it.">
          <Input />
        </Field>
        <Field label="Refused" refusal="A height of 48 mm cannot be. Was a figure missed?">
          <Input className="num" defaultValue="48" />
        </Field>
        <Field label="With what takes it" beside={<Button type="submit">Add</Button>}>
          <Input />
        </Field>
        <Field label="Out of reach">
          <Input disabled defaultValue="kept" />
        </Field>
        <Field label="Several lines">
          <TextArea rows={2} defaultValue={'One thing\nand another'} />
        </Field>
        <Field label="One of a list">
          <Select defaultValue="two">
            <option value="one">One</option>
            <option value="two">Two</option>
          </Select>
        </Field>
        <Line words="A line" unit="bar" hint="gauge" value="7.5" onType={nothing} />
        <Lines words="Lines" value="Words" onType={nothing} />
        <Choice
          words="Chosen"
          value="b"
          options={[
            ['a', 'The first'],
            ['b', 'The second'],
          ]}
          onChoose={nothing}
        />
      </div>
      <CornerFields
        legend="At each corner, mm"
        values={{ FL: '480', FR: '478', RL: '', RR: '502' }}
        onType={nothing}
      />
      <div className="grid max-w-[360px] gap-2">
        <BigFigure
          id="big"
          label="Front left, lap 1"
          unit="mm"
          complaint="Type the height in mm first."
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
        />
        <Keypad part="half" onKey={(key) => setTyped(applyKey(typed, key, 'half'))} />
      </div>
    </>
  )
}

/** What is chosen, ticked, slid and picked. */
export function Choices(): ReactNode {
  const [chosen, choose] = useState<readonly string[]>(['overnight'])
  const [leak, slide] = useState(0.4)
  const [seen, tick] = useState(true)
  return (
    <>
      <Taps
        legend="When does it sink?"
        chosen={chosen}
        onTap={(value) => choose(toggled(chosen, value))}
        options={[
          { value: 'overnight', words: 'Overnight' },
          { value: 'driving', words: 'While driving', hint: 'after some miles' },
        ]}
      />
      <Taps
        legend="Out of reach"
        disabled
        chosen={['a']}
        onTap={nothing}
        options={[{ value: 'a', words: 'Chosen before' }]}
      />
      <WantedTaps wanted={undefined} onSay={nothing} />
      <Tick on={seen} onTick={tick}>
        Every fold was looked at
      </Tick>
      <Slider
        label="Leak"
        min={0}
        max={2}
        step={0.1}
        value={leak}
        shown={leak.toFixed(1)}
        onSlide={slide}
      />
      <div className="flex flex-wrap gap-3">
        <ChooseFile accept=".csv" onChoose={nothing}>
          <FileUp size={18} aria-hidden />A table out of a file
        </ChooseFile>
        <ChooseFile accept=".csv" quiet onChoose={nothing}>
          Quietly
        </ChooseFile>
        <ChooseFile accept=".csv" disabled onChoose={nothing}>
          Not now
        </ChooseFile>
      </div>
      <KeepOrDrop
        saving={false}
        dropping={false}
        dropWords="Take it out"
        onKeep={nothing}
        onDrop={nothing}
      >
        <Refusal>Somebody changed this in the meantime.</Refusal>
      </KeepOrDrop>
    </>
  )
}
