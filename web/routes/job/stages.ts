import { lazy } from 'react'
import { STAGE_CODE, type StageSlug } from './stage-code.ts'

const stage = (slug: StageSlug, title: string) => ({ slug, title, component: lazy(STAGE_CODE[slug]) })

/** The stages of a job in the order of the work. */
export const STAGES = [
  stage('brief', 'Brief'),
  stage('sheet', 'Sheet'),
  stage('colour', 'Colour'),
  stage('agreement', 'Agreement'),
  stage('load', 'Load'),
  stage('run', 'Run'),
  stage('inspect', 'Inspect'),
] as const
