import { Button } from '../../ui/button.tsx'

/** Said of a part of a printer's record that nobody has held against the machine, with the way to say that it is right. */
export const Usual = ({ of, open, onRight }: { of: string; open: boolean; onRight(): void }) =>
  open ? (
    <p className="mb-2 flex flex-wrap items-center gap-3 text-sm text-warn">
      Usual values, not confirmed yet.
      <Button small aria-label={`${of[0]?.toUpperCase()}${of.slice(1)}: as it stands here, it is right`} onClick={onRight}>
        It is right
      </Button>
    </p>
  ) : null
