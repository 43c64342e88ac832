/** How many there are of something that waits; nothing for none. */
export const Badge = ({ count, of }: { count: number; of: string }) =>
  count > 0 ? (
    <span className="num inline-flex min-w-[1.4em] justify-center rounded-full border border-line bg-raised px-1 text-sm">
      {count > 999 ? '999+' : count}
      <span className="sr-only"> {of}</span>
    </span>
  ) : null
