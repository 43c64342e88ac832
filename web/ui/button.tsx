import type { ButtonHTMLAttributes, ReactNode, Ref } from 'react'
import { Link, type LinkProps } from 'react-router'
import { useKeySettings } from '../keys/key-settings.ts'
import { type KeyId, keysFor, spokenKeys } from '../keys/registry.ts'
import { Icon } from './icon.tsx'
import type { IconName } from './icons.ts'
import { tip } from './tip.ts'

/** `act` is the one thing to do next; `plain` has no frame; `link` stands in a sentence. */
type Kind = 'usual' | 'act' | 'plain' | 'link'

interface Look {
  kind?: Kind | undefined
  small?: boolean | undefined
  icon?: IconName | undefined
  className?: string | undefined
}

const classes = ({ kind = 'usual', small = false, icon, className = '' }: Look) =>
  `${kind === 'link' ? (icon ? 'link inline-flex items-center gap-1' : 'link') : `btn ${kind === 'usual' ? '' : `btn-${kind}`}`} ${small && kind !== 'link' ? 'btn-small' : ''} ${className}`

interface ButtonProps extends Look, Omit<ButtonHTMLAttributes<HTMLButtonElement>, 'className'> {
  ref?: Ref<HTMLButtonElement>
  /** On or off; also for what opens and closes a part beside it. */
  pressed?: boolean | undefined
  /** The key that does the same: in the tooltip, and told to screen readers. */
  hint?: KeyId | undefined
  /** More than the words say. */
  says?: string | undefined
}

/** A button with words, an icon beside them if it helps to find it. */
export function Button({ kind, small, icon, className, pressed, hint, says, type = 'button', children, ...rest }: ButtonProps) {
  const settings = useKeySettings()
  const keys = hint ? keysFor(hint, settings) : null
  return (
    <button
      type={type}
      className={classes({ kind, small, icon, className })}
      {...tip({ says, hint: keys ? hint : undefined })}
      {...(pressed === undefined ? {} : { 'aria-pressed': pressed })}
      {...(keys ? { 'aria-keyshortcuts': spokenKeys(keys) } : {})}
      {...rest}
    >
      {icon && <Icon of={icon} />}
      {children}
    </button>
  )
}

/** A button of an icon alone, for where there is no room: its words are its name and its tooltip. */
export function IconButton({
  label,
  icon,
  className = '',
  small,
  ...rest
}: Omit<ButtonProps, 'children'> & { label: string; icon: IconName }) {
  return (
    <Button
      {...rest}
      kind={rest.kind ?? 'plain'}
      small={small}
      says={rest.says ?? label}
      aria-label={label}
      className={`btn-icon ${className}`}
    >
      <Icon of={icon} />
    </Button>
  )
}

/** A way to another place of the application that looks like a button. */
export const ButtonLink = ({
  kind,
  small,
  icon,
  className,
  hint,
  children,
  ...rest
}: Look & Omit<LinkProps, 'className'> & { hint?: KeyId; children: ReactNode }) => (
  <Link className={classes({ kind, small, icon, className })} {...tip({ hint })} {...rest}>
    {icon && <Icon of={icon} />}
    {children}
  </Link>
)

interface FileLinkProps extends Look {
  href: string
  /** Opens beside the application instead of being saved. */
  beside?: boolean
  label?: string | undefined
  /** What it is saved as, where its address does not say. */
  download?: string
  children: ReactNode
}

/** A file to save, or to open beside. */
export const FileLink = ({ kind, small, icon, className, href, beside = false, label, download = '', children }: FileLinkProps) => (
  <a
    className={classes({ kind, small, icon, className })}
    href={href}
    aria-label={label}
    {...(beside ? { target: '_blank', rel: 'noreferrer' } : { download })}
  >
    {icon && <Icon of={icon} />}
    {children}
  </a>
)
