import { useRef, useState } from 'react'
import type { ImportOutcome } from '../../../core/wire/api/dto.ts'
import { messageOf, upload } from '../../api/client.ts'
import { queryClient } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { FileDrop } from '../../ui/file-drop.tsx'
import { LevelMark } from '../../ui/mark.tsx'
import { Progress } from '../../ui/progress.tsx'

const WORD = { added: 'added', known: 'on the shelf already', refused: 'not taken' } as const

/** Takes any number of profiles: files, a folder, or a ZIP of them, chosen or dropped. Says of each what became of it. */
export function ImportProfiles({ onAdded }: { onAdded(id: string): void }) {
  const [outcomes, setOutcomes] = useState<ImportOutcome[]>([])
  const [progress, setProgress] = useState<{ done: number; of: number } | null>(null)
  const stop = useRef<AbortController | null>(null)

  const one = async (file: File, signal: AbortSignal): Promise<ImportOutcome[]> => {
    const quiet = () => undefined
    try {
      if (/\.zip$/i.test(file.name)) return await upload('PUT /profiles/archive', {}, file, quiet, signal)
      const entry = await upload('PUT /profiles', { name: file.name.slice(0, 255) }, file, quiet, signal)
      return [{ name: file.name, outcome: entry.known ? 'known' : 'added', says: entry.description, profileId: entry.id }]
    } catch (error) {
      return [{ name: file.name, outcome: 'refused', says: messageOf(error), profileId: null }]
    }
  }
  const take = async (list: Iterable<File>) => {
    const wanted = [...list].filter((f) => /\.(ic[cm]|zip)$/i.test(f.name))
    setOutcomes(
      wanted.length === 0
        ? [{ name: 'Nothing taken', outcome: 'refused', says: 'There is no .icc, .icm or .zip among these files.', profileId: null }]
        : [],
    )
    if (wanted.length === 0) return
    stop.current = new AbortController()
    const seen: ImportOutcome[] = []
    for (const [i, file] of wanted.entries()) {
      setProgress({ done: i, of: wanted.length })
      if (stop.current.signal.aborted) break
      seen.push(...(await one(file, stop.current.signal)))
      setOutcomes([...seen])
    }
    setProgress(null)
    await queryClient.invalidateQueries({ queryKey: ['profiles'] })
    await queryClient.invalidateQueries({ queryKey: ['studio'] })
    const first = seen.find((o) => o.outcome !== 'refused')
    if (first?.profileId) onAdded(first.profileId)
  }
  const counts = (outcome: ImportOutcome['outcome']) => outcomes.filter((o) => o.outcome === outcome).length
  return (
    <section aria-label="Add profiles">
      <FileDrop
        label="Profile files"
        className="border border-dashed p-2"
        endings={['.icc', '.icm', '.zip']}
        several
        disabled={progress !== null}
        act="Add profiles …"
        kind="act"
        folder="A whole folder …"
        onFiles={(files) => void take(files)}
      >
        {progress ? (
          <span role="status" className="flex items-center gap-2">
            <Progress label="Profiles taken" className="w-32" share={progress.done / progress.of} />
            <span className="num">
              {progress.done} of {progress.of}
            </span>
            <Button kind="link" onClick={() => stop.current?.abort()}>
              stop
            </Button>
          </span>
        ) : (
          <span className="text-sm text-soft">or drop files or a ZIP here</span>
        )}
      </FileDrop>
      {outcomes.length > 0 && (
        <div className="mt-2 border-t border-hair pt-1" role="status" aria-label="What was taken">
          <p className="flex items-baseline justify-between text-sm">
            <span>
              <span className="num">{counts('added')}</span> added, <span className="num">{counts('known')}</span> known,{' '}
              <span className="num">{counts('refused')}</span> not taken
            </span>
            <Button kind="link" onClick={() => setOutcomes([])}>
              close
            </Button>
          </p>
          <ul className="max-h-40 overflow-y-auto text-sm">
            {outcomes.map((o, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: two files may bear one name
              <li key={i} className="py-0.5">
                {o.outcome === 'refused' && <LevelMark level="warn" word={false} />} <b className="font-semibold">{o.name}</b>,{' '}
                {WORD[o.outcome]}: {o.says}
              </li>
            ))}
          </ul>
        </div>
      )}
    </section>
  )
}
