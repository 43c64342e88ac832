// Runs test files in the order they were asked for.
import Sequencer from '@jest/test-sequencer'

const order = (process.env.ARCH_TEST_ORDER ?? '').split('\n')

export default class InOrder extends Sequencer {
  sort(tests) {
    const at = ({ path }) => order.findIndex((o) => path.endsWith(o))
    return [...tests].sort((a, b) => at(a) - at(b))
  }
}
