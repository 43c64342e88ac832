import { useMutation } from '@tanstack/react-query'
import { useNavigate } from 'react-router'
import { messageOf, postFile } from '../../api/client.ts'
import { apiUrl } from '../../api/here.ts'
import { FileLink } from '../../ui/button.tsx'
import { FileDrop } from '../../ui/file-drop.tsx'
import { toast } from '../../ui/toast.tsx'

/** The job on paper and as a file, and a file as a job again. */
export function TicketPanel({ jobId }: { jobId: number }) {
  const navigate = useNavigate()
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
        <FileLink kind="link" beside href={apiUrl(`/jobs/${jobId}/load-sheet.pdf`)}>
          one page, PDF
        </FileLink>
        <FileLink kind="link" href={apiUrl(`/jobs/${jobId}/ticket.json`)}>
          JSON
        </FileLink>
        <FileLink kind="link" href={apiUrl(`/jobs/${jobId}/ticket.ipp`)}>
          IPP attributes
        </FileLink>
      </p>
      <FileDrop
        label="Ticket file"
        className="mt-2"
        endings={['.json', '.ipp']}
        act="Open a ticket …"
        onFiles={([chosen]) => {
          if (chosen) open.mutate(chosen)
        }}
      />
    </section>
  )
}
