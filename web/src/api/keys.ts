import type { Body } from './types'

/** Under which keys answers are remembered: the ones above hold those below. */
export const keys = {
  shop: ['shop'] as const,
  plans: ['plans'] as const,
  about: ['about'] as const,
  hands: ['hands'] as const,
  toolChoices: ['tool-choices'] as const,
  jobs: ['jobs'] as const,
  jobList: (list: object) => ['jobs', list] as const,
  job: (number: string) => ['job', number] as const,
  jobAs: (number: string, seq: number) => ['job', number, seq] as const,
  rows: (number: string, seq: number, length: number) => ['rows', number, seq, length] as const,
  previews: (number: string) => ['preview', number] as const,
  preview: (number: string, step: string, body: Body | null) =>
    ['preview', number, step, body] as const,
  look: (kind: string, input: object, unit: string) => ['look', kind, input, unit] as const,
  pumps: ['pumps'] as const,
  pumpList: (list: object) => ['pumps', list] as const,
  pumpPages: ['pump'] as const,
  pump: (tag: string) => ['pump', tag] as const,
  copies: ['copies'] as const,
  gauges: ['gauges'] as const,
  gaugeList: (person: string) => ['gauges', 'list', person] as const,
  gauge: (key: string) => ['gauges', 'one', key] as const,
  touched: (key: string) => ['gauges', 'touched', key] as const,
  allLimits: ['limits'] as const,
  limits: (tag: string | undefined) => ['limits', tag ?? ''] as const,
}
