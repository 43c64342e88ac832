import { Button } from './button.tsx'

interface Props {
  taken: boolean
  /** Said when it is taken. */
  word: string
  /** Spoken name of the button, where “Use” alone does not tell which. */
  label?: string
  /** A link among dense rows, otherwise a button. */
  small?: boolean
  onTake(): void
}

/** Ends a row of a table of which one row is taken: says that it is, or takes it. */
export const Take = ({ taken, word, label, small = false, onTake }: Props) =>
  taken ? (
    <b className="font-semibold">{word}</b>
  ) : (
    <Button kind={small ? 'link' : 'usual'} small aria-label={label} onClick={onTake}>
      {small ? 'use' : 'Use'}
    </Button>
  )
