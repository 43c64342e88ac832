import { useMemo } from 'react'
import { itemById } from '../../../core/things/brief/brief.ts'
import type { JobEditor } from './job-editor.ts'

/** The editor of a job as one of its items sees it: that item is the first it knows, and the one it changes. */
export function useFocused(editor: JobEditor, id: string): JobEditor {
  return useMemo(() => {
    const item = itemById(editor.draft.brief, id)
    if (!item || editor.draft.brief.items.length === 1) return editor
    return {
      ...editor,
      draft: { ...editor.draft, brief: { ...editor.draft.brief, items: [item] } },
      item: (change, pins) => editor.item(change, pins, id),
      previewItem: (change) => editor.previewItem(change, id),
    }
  }, [editor, id])
}
