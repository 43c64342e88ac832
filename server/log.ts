import pino from 'pino'

export const log = pino({ name: 'arch-plate', level: process.env.ARCH_LOG ?? 'info' })
