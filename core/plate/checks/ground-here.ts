import type { Ground } from '../../sheet/arrange/arranged.ts'
import { groundOf } from '../../sheet/arrange/ground.ts'
import type { Together } from '../../things/brief/arrangement.ts'
import { roomFor } from '../decisions/room.ts'
import type { Settled } from '../settle/settled.ts'
import { isOpen } from '../ways/fed.ts'

/** What of the sheet the items of a plate could be laid on. */
export const groundHere = (plate: Settled, together: Together): Ground =>
  groundOf(together, roomFor(plate, 0), isOpen(plate.brief, plate.lot))
