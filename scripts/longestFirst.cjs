// Without a cache Jest begins with the largest files. The kill loop is short to read and by far the longest to run:
// begun last it would leave a core idle.
const Sequencer = require('@jest/test-sequencer').default;

const isLongest = ({ path }) => path.endsWith('durability.test.ts');

module.exports = class LongestFirst extends Sequencer {
  sort(tests) {
    return super.sort(tests).sort((a, b) => Number(isLongest(b)) - Number(isLongest(a)));
  }
};
