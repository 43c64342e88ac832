import { useMutation } from '@tanstack/react-query'
import { useNavigate } from 'react-router'
import { api, messageOf } from '../../api/client.ts'
import { apiUrl } from '../../api/here.ts'
import { Button } from '../../ui/button.tsx'
import { toast } from '../../ui/toast.tsx'

/** The tone and colour target: print it on this paper, or take it as a file. */
export function TargetPanel({ paperId, printerId }: { paperId: string; printerId: string }) {
  const navigate = useNavigate()
  const begin = useMutation({
    mutationFn: () => api('POST /target/jobs', { body: { paperId, printerId } }),
    onSuccess: (job) => void navigate(`/jobs/${job.id}/sheet`),
    onError: (error) => toast.error(messageOf(error)),
  })
  return (
    <section aria-label="Tone and colour target">
      <h3 className="font-semibold">Tone and colour target</h3>
      <div className="mt-1 flex flex-wrap items-start gap-4">
        <img src={apiUrl('/target.png')} alt="The target" loading="lazy" className="w-44 border border-line" />
        <div className="max-w-xs">
          <p className="text-soft">
            Near-black and near-white steps, greys, saturated ramps, colours inks find hard, skins, hairlines and small letters. Print it
            once on each pairing and read it under Inspect.
          </p>
          <Button className="mt-2" disabled={begin.isPending} onClick={() => begin.mutate()}>
            {begin.isPending ? 'Drawing …' : 'Print it on this paper'}
          </Button>
          <p className="mt-2 flex gap-3 text-sm">
            {(['tif', 'png', 'pdf'] as const).map((kind) => (
              <a key={kind} className="link" href={apiUrl(`/target.${kind}`)} download>
                {{ tif: 'TIFF', png: 'PNG', pdf: 'PDF' }[kind]}
              </a>
            ))}
          </p>
        </div>
      </div>
    </section>
  )
}
