import { ChoiceParts } from './choices.tsx'
import { FieldParts } from './fields.tsx'
import { OverParts } from './over.tsx'
import { ShownParts } from './shown.tsx'

/** Every part of the interface in every state: for those who build screens (`ARCH_PARTS=1 npm start`). */
export const PartsPage = () => (
  <div className="mx-auto w-full max-w-6xl px-4 pb-16">
    <h1 className="py-4">Parts</h1>
    <FieldParts />
    <ChoiceParts />
    <OverParts />
    <ShownParts />
  </div>
)
