import { useVirtualizer } from '@tanstack/react-virtual'
import { useRef } from 'react'
import { Link } from 'react-router'
import { pictureName } from '../../../core/sheet/arrange/captions.ts'
import type { Brief } from '../../../core/things/brief/brief.ts'
import { withoutItem, withTwin } from '../../../core/things/brief/edit-items.ts'
import { type Item, pictureIn } from '../../../core/things/brief/item.ts'
import { withMoved } from '../../../core/things/brief/order-items.ts'
import { writeSize } from '../../../core/things/length/length.ts'
import { smallUrl } from '../../api/client.ts'
import { IconButton } from '../../ui/button.tsx'
import { Menu } from '../../ui/menu.tsx'
import { NumberField } from '../../ui/number-field.tsx'
import { SizeField } from '../../ui/size-field.tsx'
import type { JobEditor } from '../plate/job-editor.ts'
import { oddOnes } from './odd-ones.ts'

/** Height of a row, px. */
const ROW = 64

interface Props {
  editor: JobEditor
  chosen: string
  onChoose(id: string): void
  /** A piece of another job is taken out with all of that job's. */
  onRelease(job: number): void
}

/** The pictures of a job in their order, each with its size where it has one of its own, and its copies. */
export function ItemsList({ editor, chosen, onChoose, onRelease }: Props) {
  const { brief } = editor.draft
  const { items, arrangement } = brief
  const frame = useRef<HTMLDivElement>(null)
  const virtual = useVirtualizer({ count: items.length, getScrollElement: () => frame.current, estimateSize: () => ROW, overscan: 12 })
  const odd = oddOnes(items)
  return (
    <div ref={frame} className="max-h-[60vh] overflow-y-auto border border-line" role="group" aria-label="Pictures of the job">
      <ol className="relative" style={{ height: virtual.getTotalSize() }}>
        {virtual.getVirtualItems().map(({ index, start }) => {
          const item = items[index] as Item
          return (
            <li
              key={item.id}
              className="absolute inset-x-0"
              style={{ height: ROW, transform: `translateY(${start}px)` }}
              data-item={item.id}
            >
              <Row
                brief={brief}
                item={item}
                index={index}
                chosen={item.id === chosen}
                odd={odd.get(item.id) ?? null}
                sized={arrangement.as === 'sizes' || arrangement.as === 'apart'}
                copies={arrangement.as !== 'free'}
                editor={editor}
                onChoose={() => onChoose(item.id)}
                onRelease={onRelease}
              />
            </li>
          )
        })}
      </ol>
    </div>
  )
}

interface RowProps {
  brief: Brief
  item: Item
  index: number
  chosen: boolean
  odd: string | null
  sized: boolean
  copies: boolean
  editor: JobEditor
  onChoose(): void
  onRelease(job: number): void
}

function Row({ brief, item, index, chosen, odd, sized, copies, editor, onChoose, onRelease }: RowProps) {
  const picture = pictureIn(item)
  const number = index + 1
  const { size } = item
  const own = size.by === 'picture' && size.width !== null && size.height !== null ? { width: size.width, length: size.height } : null
  const last = brief.items.length - 1
  const moved = (to: number) => () => editor.items((now) => withMoved(now, item.id, to))
  return (
    <div
      className={`grid h-full grid-cols-[2rem_3.25rem_minmax(0,1fr)_auto_auto_auto] items-center gap-2 border-b border-hair px-2 ${chosen ? 'bg-chosen' : ''}`}
    >
      <span className="num text-right text-faint">{number}</span>
      <button
        type="button"
        className="flex h-13 w-13 items-center justify-center bg-ground"
        aria-label={`Look at picture ${number}`}
        aria-pressed={chosen}
        onClick={onChoose}
      >
        {picture?.preview ? (
          <img src={smallUrl(picture.preview)} alt="" className="max-h-12 max-w-12 object-contain" />
        ) : (
          <span className="text-faint">none</span>
        )}
      </button>
      <div className="min-w-0">
        <p className="truncate">
          {item.piece && (
            <Link className="link" to={`/jobs/${item.piece.job}/brief`}>
              Job {item.piece.job}
            </Link>
          )}{' '}
          {pictureName(item) || 'No picture yet'}
        </p>
        <p className={`truncate text-sm ${odd ? 'text-warn' : 'text-faint'}`}>
          {odd ?? (picture ? `${picture.width} × ${picture.height}` : '')}
        </p>
      </div>
      {sized && !item.piece ? (
        <SizeField
          label={`Size of picture ${number}`}
          labelAt="hidden"
          of="finished"
          unit={brief.unit}
          wide={11}
          help=""
          placeholder={size.by === 'picture' ? 'its own' : 'by the sheet'}
          value={own}
          onChange={(next) =>
            editor.item(
              {
                size: next?.width && next.length ? { by: 'picture', width: next.width, height: next.length } : { by: 'sheet', fill: false },
              },
              { placement: null },
              item.id,
            )
          }
        />
      ) : (
        <span className="num text-sm text-soft">{own && picture ? writeSize(own.width, own.length, brief.unit) : ''}</span>
      )}
      {copies && !item.piece ? (
        <NumberField
          label={`Copies of picture ${number}`}
          labelAt="hidden"
          whole
          min={1}
          max={10_000}
          step={1}
          className="w-20"
          value={item.copies}
          onChange={(n) => editor.item({ copies: n }, {}, item.id)}
        />
      ) : (
        <span className="num text-sm">{item.piece ? `${item.copies} ×` : ''}</span>
      )}
      <Menu
        opener={<IconButton icon="menu" label={`More of picture ${number}`} />}
        acts={[
          { words: 'Once more', icon: 'copy', disabled: item.piece !== null, act: () => editor.items((now) => withTwin(now, item.id)) },
          { words: 'To the front', icon: 'ascending', disabled: index === 0, act: moved(0) },
          { words: 'One up', disabled: index === 0, act: moved(index - 1) },
          { words: 'One down', disabled: index === last, act: moved(index + 1) },
          { words: 'To the end', icon: 'descending', disabled: index === last, act: moved(last) },
          null,
          item.piece
            ? { words: `Take job ${item.piece.job} out`, icon: 'remove', act: () => onRelease(item.piece?.job ?? 0) }
            : { words: 'Take it out', icon: 'remove', act: () => editor.items((now) => withoutItem(now, item.id)) },
        ]}
      />
    </div>
  )
}
