// Made by make generate from the forms in Go. Do not change it here.

/** What may stand somewhere in a body. */
export type Shape =
  | 'text'
  | 'number'
  | 'length'
  | 'measure'
  | 'choice'
  | 'flag'
  | 'any'
  | readonly [Shape]
  | { readonly [field: string]: Shape }

/** The fields of a body: those of which one is there, by the group of its step. */
export const groups = {
  done: 'flag',
  turn: {
    turn: 'choice',
    clock: 'text',
  },
  count: {
    count: 'number',
    pack: 'length',
    each: ['number'],
  },
  marks: ['text'],
  inspect: {
    found: ['text'],
    where: 'text',
    at: 'any',
    outcome: 'choice',
    reason: 'text',
  },
  dial: {
    graduation: 'text',
    readings: [{
      clock: 'text',
      deg: 'number',
      value: 'length',
    }],
    back_to_start: 'length',
    sweep: {
      low: 'length',
      high: 'length',
    },
    sag: 'length',
  },
  float: {
    graduation: 'text',
    trials: [{
      in: 'length',
      out: 'length',
    }],
    followed: 'flag',
  },
  feeler: {
    graduation: 'text',
    positions: [{
      at: 'text',
      go: 'length',
      no_go: 'length',
      value: 'length',
    }],
  },
  setting: {
    measured: 'length',
    graduation: 'text',
  },
  torque: {
    set: 'measure',
    ticks: ['number'],
    wrench: 'text',
    extension: 'text',
  },
  direct: {
    value: 'length',
    graduation: 'text',
    less: 'length',
    leaf: 'flag',
  },
  travel: {
    down: 'length',
    up: 'length',
    graduation: 'text',
  },
  places: {
    graduation: 'text',
    readings: [{
      at: 'text',
      value: 'length',
    }],
  },
  along: {
    graduation: 'text',
    places: [{
      at: 'text',
      readings: [{
        clock: 'text',
        deg: 'number',
        value: 'length',
      }],
      back_to_start: 'length',
    }],
  },
  plug: {
    go: 'length',
    no_go: 'length',
    entered: 'choice',
  },
  tool: 'any',
  heat: {
    input: 'any',
    left: 'text',
    home: 'text',
    took: 'number',
    reached: 'measure',
    cool: 'number',
    seated: 'flag',
    cold: 'flag',
  },
  wait: {
    began: 'text',
    ended: 'text',
    minutes: 'number',
    cool: 'number',
  },
  test: {
    medium: 'choice',
    pressure: 'measure',
    vented: 'flag',
    site_rule: 'flag',
    rated: 'measure',
    minutes: 'number',
    drops: 'number',
  },
  photo: {
    photos: ['text'],
    of: 'text',
    words: 'text',
  },
  handback: {
    at: [{
      at: 'text',
      horizontal: 'measure',
      vertical: 'measure',
      axial: 'measure',
      warm: 'measure',
    }],
    air: 'measure',
    flow: 'text',
    pressure: 'text',
    power: 'measure',
  },
  sign: {
    remark: 'text',
  },
} as const satisfies Shape

/** The fields that stand beside it. */
export const beside = {
  unit: 'choice',
  units: {
    temperature: 'choice',
    pressure: 'choice',
    torque: 'choice',
    velocity: 'choice',
  },
  skip: 'text',
  absent: 'choice',
  tight: 'choice',
  permit: {
    lock: 'text',
    permit: 'text',
  },
  gauge: 'any',
  also: [{
    along: 'length',
    readings: [{
      clock: 'text',
      deg: 'number',
      value: 'length',
    }],
    back_to_start: 'length',
  }],
} as const satisfies Shape
