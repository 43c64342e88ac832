// Tetrahedral interpolation (Sakamoto & Itooka 1981) of 8-bit RGB in a table of nodes, four pixels at a time, as
// WebAssembly text. Written here and not in the core's own language for its vector instructions: in those it takes a third
// of the time. scripts/compile-kernels.mjs makes compiled.ts of it.
//
// A node is 8 bytes: red, green, blue as signed 16-bit numbers, and nothing. After the last node as many bytes as a step
// along all three axes may hold anything: a white pixel looks there, with no weight.

/** A level of one channel as where it lies between nodes, in 1/256 of their distance: v (size − 1) 256 / 255, rounded. */
const place = (name, byte) => `
  (local.set $y (i16x8.mul (v128.and (i32x4.shr_u (local.get $pixels) (i32.const ${8 * byte})) (local.get $255)) (local.get $last)))
  (local.set ${name} (i32x4.add (local.get $y) (i32x4.shr_u
    (i32x4.add
      (i32x4.add (local.get $y) (local.get $128))
      (i32x4.shr_u (i32x4.add (local.get $y) (local.get $127)) (i32.const 8)))
    (i32.const 8))))`

/** The fraction of a place above the step along its axis, so that both are put in order together. */
const keyed = (name, step) => `
  (local.set ${name} (v128.or (i32x4.shl (v128.and (local.get ${name}) (local.get $255)) (i32.const 16)) (local.get ${step})))`

const larger = (a, b) => `(i32x4.max_s (local.get ${a}) (local.get ${b}))`
const smaller = (a, b) => `(i32x4.min_s (local.get ${a}) (local.get ${b}))`

/** The next node: a step along the axis of a key. */
const next = (to, from, key) => `
  (local.set ${to} (i32x4.add (local.get ${from}) (v128.and (local.get ${key}) (local.get $65535))))`

/** The four nodes of pixel `n` by their weights, as red, green, blue and nothing, 32 bits each. */
const weighed = (n) => {
  const node = (name) => `(v128.load64_zero (i32x4.extract_lane ${n} (local.get ${name})))`
  const weights = Array.from({ length: 16 }, (_, i) => 4 * n + (i % 4)).join(' ')
  const two = (a, b, by) => `
    (i32x4.dot_i16x8_s
      (i8x16.shuffle 0 1 16 17 2 3 18 19 4 5 20 21 6 7 22 23 ${node(a)} ${node(b)})
      (i8x16.shuffle ${weights} (local.get ${by}) (local.get ${by})))`
  return `(i32x4.add ${two('$n0', '$n1', '$w01')} ${two('$n2', '$n3', '$w23')})`
}

/** Sums of four weights that add up to 256 as a byte. */
const rounded = {
  bytes: (sum) => `(i32x4.shr_u (i32x4.add ${sum} (i32x4.splat (i32.const 128))) (i32.const 8))`,
  // Words less 32 768; a byte is a 257th of a word.
  words: (sum) => `
    (i32x4.shr_u
      (i32x4.add
        (i32x4.mul (i32x4.shr_u (i32x4.add ${sum} (i32x4.splat (i32.const 8388608))) (i32.const 8)) (i32x4.splat (i32.const 255)))
        (i32x4.splat (i32.const 32895)))
      (i32.const 16))`,
}

/** Four pixels read, and written. Sixteen bytes are touched either way. */
const packed = {
  bytes: {
    stride: 4,
    read: '(v128.load align=1 (local.get $from))',
    // The fourth byte stays.
    write: (made) => `(v128.or ${made} (v128.and (local.get $pixels) (i32x4.splat (i32.const 0xff000000))))`,
  },
  words: {
    stride: 3,
    read: '(i8x16.shuffle 0 1 2 16 3 4 5 16 6 7 8 16 9 10 11 16 (v128.load align=1 (local.get $from)) (i32x4.splat (i32.const 0)))',
    write: (made) => `(i8x16.shuffle 0 1 2 4 5 6 8 9 10 12 13 14 3 7 11 15 ${made} (i32x4.splat (i32.const 0)))`,
  },
}

/** Converts the pixels from `$from` to `$end` into the bytes from `$to` on. `$nodes` is where the first node lies. */
const apply = (kind) => `
(func (export "${kind}") (param $from i32) (param $end i32) (param $to i32) (param $nodes i32) (param $size i32)
  (local $pixels v128) (local $y v128) (local $red v128) (local $green v128) (local $blue v128)
  (local $most v128) (local $middle v128) (local $least v128)
  (local $n0 v128) (local $n1 v128) (local $n2 v128) (local $n3 v128) (local $w01 v128) (local $w23 v128)
  (local $127 v128) (local $128 v128) (local $255 v128) (local $65535 v128) (local $last v128)
  (local $first v128) (local $alongRed v128) (local $alongGreen v128) (local $alongBlue v128)
  (local.set $127 (i32x4.splat (i32.const 127)))
  (local.set $128 (i32x4.splat (i32.const 128)))
  (local.set $255 (i32x4.splat (i32.const 255)))
  (local.set $65535 (i32x4.splat (i32.const 65535)))
  (local.set $last (i32x4.splat (i32.sub (local.get $size) (i32.const 1))))
  (local.set $first (i32x4.splat (local.get $nodes)))
  (local.set $alongBlue (i32x4.splat (i32.const 8)))
  (local.set $alongGreen (i32x4.splat (i32.shl (local.get $size) (i32.const 3))))
  (local.set $alongRed (i32x4.splat (i32.shl (i32.mul (local.get $size) (local.get $size)) (i32.const 3))))
  (block $done (loop $again
    (br_if $done (i32.ge_u (local.get $from) (local.get $end)))
    (local.set $pixels ${packed[kind].read})
    ${place('$red', 0)}
    ${place('$green', 1)}
    ${place('$blue', 2)}
    ;; The black corner of each cell.
    (local.set $n0 (i32x4.add (i32x4.add (local.get $first)
      (i32x4.mul (i32x4.shr_u (local.get $red) (i32.const 8)) (local.get $alongRed)))
      (i32x4.add
        (i32x4.mul (i32x4.shr_u (local.get $green) (i32.const 8)) (local.get $alongGreen))
        (i32x4.shl (i32x4.shr_u (local.get $blue) (i32.const 8)) (i32.const 3)))))
    ${keyed('$red', '$alongRed')}
    ${keyed('$green', '$alongGreen')}
    ${keyed('$blue', '$alongBlue')}
    ;; The axes by their fractions, without a branch: grain makes those guess wrong.
    (local.set $most ${larger('$red', '$green')})
    (local.set $y ${smaller('$red', '$green')})
    (local.set $middle ${larger('$y', '$blue')})
    (local.set $least ${smaller('$y', '$blue')})
    (local.set $y ${smaller('$most', '$middle')})
    (local.set $most ${larger('$most', '$middle')})
    (local.set $middle (local.get $y))
    ;; From there to the white corner, the largest fraction first.
    ${next('$n1', '$n0', '$most')}
    ${next('$n2', '$n1', '$middle')}
    ${next('$n3', '$n2', '$least')}
    (local.set $most (i32x4.shr_u (local.get $most) (i32.const 16)))
    (local.set $middle (i32x4.shr_u (local.get $middle) (i32.const 16)))
    (local.set $least (i32x4.shr_u (local.get $least) (i32.const 16)))
    (local.set $w01 (v128.or
      (i32x4.sub (i32x4.splat (i32.const 256)) (local.get $most))
      (i32x4.shl (i32x4.sub (local.get $most) (local.get $middle)) (i32.const 16))))
    (local.set $w23 (v128.or
      (i32x4.sub (local.get $middle) (local.get $least))
      (i32x4.shl (local.get $least) (i32.const 16))))
    (v128.store align=1 (local.get $to) ${packed[kind].write(`
      (i8x16.narrow_i16x8_u
        (i16x8.narrow_i32x4_u ${rounded[kind](weighed(0))} ${rounded[kind](weighed(1))})
        (i16x8.narrow_i32x4_u ${rounded[kind](weighed(2))} ${rounded[kind](weighed(3))}))`)})
    (local.set $from (i32.add (local.get $from) (i32.const ${4 * packed[kind].stride})))
    (local.set $to (i32.add (local.get $to) (i32.const ${4 * packed[kind].stride})))
    (br $again))))`

export const SOURCE = `(module (import "host" "memory" (memory 1)) ${apply('bytes')} ${apply('words')})`
