import { useMutation } from '@tanstack/react-query'
import { fileUrl, messageOf, upload } from '../../api/client.ts'
import { Button } from '../../ui/button.tsx'
import { FileDrop, Refused } from '../../ui/file-drop.tsx'

/** A picture of a paper's texture: what a raking light shows, to tell it from another by. */
export function Texture({ hash, onChange }: { hash: string | null; onChange(hash: string | null): void }) {
  const take = useMutation({
    mutationFn: (file: File) =>
      upload('PUT /pictures', { name: file.name.slice(0, 255) }, file, () => undefined, new AbortController().signal),
    onSuccess: ({ preview }) => onChange(preview),
  })
  return (
    <fieldset className="border-t border-hair pt-2">
      <legend className="pr-2 font-semibold">A picture of its texture</legend>
      <div className="flex flex-wrap items-start gap-3">
        {hash && <img src={fileUrl(hash)} alt="Its texture" className="max-h-40 max-w-56 object-contain" />}
        <FileDrop
          label="Picture of its texture"
          endings={['image/jpeg', 'image/png', 'image/tiff', '.tif', '.tiff']}
          act={hash ? 'Another picture' : 'Choose a picture'}
          disabled={take.isPending}
          onFiles={([file]) => file && take.mutate(file)}
        >
          {take.isPending && (
            <p role="status" className="w-full text-sm text-soft">
              Taking it in …
            </p>
          )}
          <Refused message={take.error ? messageOf(take.error) : null} />
        </FileDrop>
        {hash && <Button onClick={() => onChange(null)}>Take it away</Button>}
      </div>
      <p className="mt-1 text-sm text-soft">With a lamp held flat to the side: grain and weave cast shadows then.</p>
    </fieldset>
  )
}
