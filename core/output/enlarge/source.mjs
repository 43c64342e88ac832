// Cubic convolution (Keys 1981, a = −1/2) of packed 8-bit RGB, first down the columns, then along the row, as WebAssembly
// text. Written here and not in the core's own language for its vector instructions. scripts/compile-kernels.mjs makes compiled.ts of it.
//
// Weights are 16 384ths and come in pairs, the second in the upper half of 32 bits. Between the two passes a level is 64.

const loaded = (from) => `(v128.load align=1 (i32.add (local.get ${from}) (local.get $at)))`

/** The bytes of two rows beside each other, so that a pair of weights meets a pair of levels. */
const paired = (half, a, b) => {
  const lanes = Array.from({ length: 8 }, (_, i) => `${half + i} ${half + i + 16}`).join(' ')
  return `(i8x16.shuffle ${lanes} (local.get ${a}) (local.get ${b}))`
}

/** Four levels of the four rows by their weights, as 64ths. */
const summed = (end) => `
  (i32x4.shr_s
    (i32x4.add
      (i32x4.add
        (i32x4.dot_i16x8_s (i16x8.extend_${end}_i8x16_u (local.get $ab)) (local.get $by01))
        (i32x4.dot_i16x8_s (i16x8.extend_${end}_i8x16_u (local.get $cd)) (local.get $by23)))
      (i32x4.splat (i32.const 128)))
    (i32.const 8))`

const eight = (half, offset) => `
  (local.set $ab ${paired(half, '$va', '$vb')})
  (local.set $cd ${paired(half, '$vc', '$vd')})
  (v128.store offset=${offset} align=1 (local.get $to) (i16x8.narrow_i32x4_s ${summed('low')} ${summed('high')}))`

/** Blends four rows of `$bytes` levels, sixteen at a time, into 16-bit ones. */
const BLEND = `
(func (export "blend") (param $a i32) (param $b i32) (param $c i32) (param $d i32) (param $bytes i32) (param $to i32)
  (param $w01 i32) (param $w23 i32)
  (local $at i32) (local $va v128) (local $vb v128) (local $vc v128) (local $vd v128) (local $ab v128) (local $cd v128)
  (local $by01 v128) (local $by23 v128)
  (local.set $by01 (i32x4.splat (local.get $w01)))
  (local.set $by23 (i32x4.splat (local.get $w23)))
  (block $done (loop $again
    (br_if $done (i32.ge_u (local.get $at) (local.get $bytes)))
    (local.set $va ${loaded('$a')})
    (local.set $vb ${loaded('$b')})
    (local.set $vc ${loaded('$c')})
    (local.set $vd ${loaded('$d')})
    ${eight(0, 0)}
    ${eight(8, 16)}
    (local.set $at (i32.add (local.get $at) (i32.const 16)))
    (local.set $to (i32.add (local.get $to) (i32.const 32)))
    (br $again))))`

/** Bytes of a line of the table: where the first of four pixels lies, and their two pairs of weights. */
const LINE = 12

/** Two pixels of three channels as pairs: red and red, green and green, blue and blue, and nothing. */
const channels = (offset) => `
  (i8x16.shuffle 0 1 6 7 2 3 8 9 4 5 10 11 16 16 16 16
    (v128.load offset=${offset} align=1 (local.get $at)) (i32x4.splat (i32.const 0)))`

/** Pixel `n` from the four around it. */
const pixel = (n) => `
  (local.set $at (i32.load offset=${n * LINE} (local.get $line)))
  (local.set $p${n} (i32x4.shr_s
    (i32x4.add
      (i32x4.add
        (i32x4.dot_i16x8_s ${channels(0)} (v128.load32_splat offset=${n * LINE + 4} (local.get $line)))
        (i32x4.dot_i16x8_s ${channels(12)} (v128.load32_splat offset=${n * LINE + 8} (local.get $line))))
      (i32x4.splat (i32.const 524288)))
    (i32.const 20)))`

/** Makes a row of four pixels at a time, by the lines of a table. */
const STRETCH = `
(func (export "stretch") (param $line i32) (param $end i32) (param $to i32)
  (local $at i32) (local $p0 v128) (local $p1 v128) (local $p2 v128) (local $p3 v128)
  (block $done (loop $again
    (br_if $done (i32.ge_u (local.get $line) (local.get $end)))
    ${[0, 1, 2, 3].map(pixel).join('')}
    (v128.store align=1 (local.get $to)
      (i8x16.shuffle 0 1 2 4 5 6 8 9 10 12 13 14 3 7 11 15
        (i8x16.narrow_i16x8_u
          (i16x8.narrow_i32x4_s (local.get $p0) (local.get $p1))
          (i16x8.narrow_i32x4_s (local.get $p2) (local.get $p3)))
        (i32x4.splat (i32.const 0))))
    (local.set $line (i32.add (local.get $line) (i32.const ${4 * LINE})))
    (local.set $to (i32.add (local.get $to) (i32.const 12)))
    (br $again))))`

export const SOURCE = `(module (import "host" "memory" (memory 1)) ${BLEND} ${STRETCH})`
