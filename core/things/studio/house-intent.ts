import { isGlossy, type Surface } from '../media/media.ts'
import type { HouseRules } from './house-rules.ts'

/** What the everyday intent comes to on a surface: matte papers lean perceptual, gloss relative (common practice). */
export const houseIntent = (rule: HouseRules['everydayIntent'], surface: Surface): 'relative' | 'perceptual' =>
  rule === 'by-surface' ? (isGlossy(surface) ? 'relative' : 'perceptual') : rule
