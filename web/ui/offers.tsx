/** Words that the browser offers while one types into the field whose `list` is this. */
export const Offers = ({ id, words }: { id: string; words: readonly string[] }) => (
  <datalist id={id}>
    {words.map((each) => (
      <option key={each} value={each} />
    ))}
  </datalist>
)
