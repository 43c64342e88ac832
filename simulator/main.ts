import { demoMachines } from './demo-machines.ts'
import { listen } from './listen.ts'

/** Seconds of printing that pass in one real second; 1 is real time. */
const pace = Number(process.env.ARCH_SIM_PACE ?? 60)
const root = process.env.ARCH_SIM_DIR ?? 'var/simulator'
const firstPort = Number(process.env.ARCH_SIM_PORT ?? 8651)
const seed = Number(process.env.ARCH_SIM_SEED ?? Date.now() % 1e6)

const machines = demoMachines(root, { pace: pace > 0 ? pace : 60, seed })
for (const [i, machine] of machines.entries()) {
  try {
    await listen(machine, firstPort + i)
  } catch (error) {
    const taken = (error as NodeJS.ErrnoException).code === 'EADDRINUSE'
    console.error(
      taken
        ? `Port ${firstPort + i} is taken; the simulated ${machine.printer.name} cannot listen there. Set ARCH_SIM_PORT to another first port.`
        : String(error),
    )
    process.exit(1)
  }
}
console.log(`simulated printers ready on ports ${firstPort}–${firstPort + machines.length - 1}`)
for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => process.exit(0))
