import { useMutation } from '@tanstack/react-query'
import { useRef } from 'react'
import { useNavigate } from 'react-router'
import { toast } from 'sonner'
import { messageOf, postFile } from '../../api/client.ts'

/** The job on paper and as a file, and a file as a job again. */
export function TicketPanel({ jobId }: { jobId: number }) {
  const navigate = useNavigate()
  const file = useRef<HTMLInputElement>(null)
  const open = useMutation({
    mutationFn: (chosen: File) => postFile('POST /tickets', chosen),
    onSuccess: (job) => {
      toast.success('A new job, with everything the ticket asks for pinned.')
      void navigate(`/jobs/${job.id}/agreement`)
    },
    onError: (error) => toast.error(messageOf(error)),
  })
  return (
    <section aria-label="Job ticket" className="p-3">
      <h2>Job ticket</h2>
      <p className="mt-1 flex flex-wrap gap-x-4 gap-y-1">
        <a className="link" href={`/api/jobs/${jobId}/load-sheet.pdf`} target="_blank" rel="noreferrer">
          one page, PDF
        </a>
        <a className="link" href={`/api/jobs/${jobId}/ticket.json`} download>
          JSON
        </a>
        <a className="link" href={`/api/jobs/${jobId}/ticket.ipp`} download>
          IPP attributes
        </a>
        <button type="button" className="link" onClick={() => file.current?.click()}>
          open a ticket …
        </button>
      </p>
      <input
        ref={file}
        type="file"
        accept=".json,.ipp,application/json,application/ipp"
        className="hidden"
        aria-label="Ticket file"
        onChange={(e) => {
          const [chosen] = e.target.files ?? []
          if (chosen) open.mutate(chosen)
          e.target.value = ''
        }}
      />
    </section>
  )
}
