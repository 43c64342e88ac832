;; Tetrahedral interpolation (Sakamoto & Itooka 1981) of 8-bit RGB in a table of nodes, one pixel after the other.
;; Memory, in bytes from 0:
;;   three tables of 256 entries of 8 bytes, one a channel: what a level of it adds.
;;     low half:  its fraction of a cell in 1/256, times 65536, plus the bytes from a node to the next along its axis
;;     high half: the bytes from the first node to the one below it along its axis
;;   from 6144 on the nodes of 8 bytes: red, green, blue as signed 16-bit numbers, and nothing.
(module
  (import "host" "memory" (memory 1))
  (func (export "apply")
    (param $from i32)   ;; where the pixels lie
    (param $end i32)    ;; where they end
    (param $stride i32) ;; bytes a pixel: 3, or 4 whose last is left alone
    ;; A channel is ((sum + bias) / 256 * times + more) >> shift, the sum being of four nodes with weights adding up to 256.
    (param $bias i32) (param $times i32) (param $more i32) (param $shift i32)
    (local $pixel i32) (local $r i64) (local $g i64) (local $b i64)
    (local $kr i32) (local $kg i32) (local $kb i32)
    (local $most i32) (local $mid i32) (local $least i32)
    (local $n0 i32) (local $n1 i32) (local $n2 i32) (local $w1 i32) (local $w2 i32) (local $w3 i32)
    (local $sum v128)
    (block $done
      (loop $next
        (br_if $done (i32.ge_u (local.get $from) (local.get $end)))
        (local.set $pixel (i32.load align=1 (local.get $from)))
        (local.set $r (i64.load (i32.shl (i32.and (local.get $pixel) (i32.const 255)) (i32.const 3))))
        (local.set $g (i64.load offset=2048 (i32.and (i32.shr_u (local.get $pixel) (i32.const 5)) (i32.const 2040))))
        (local.set $b (i64.load offset=4096 (i32.and (i32.shr_u (local.get $pixel) (i32.const 13)) (i32.const 2040))))
        (local.set $n0 (i32.wrap_i64 (i64.shr_u (i64.add (i64.add (local.get $r) (local.get $g)) (local.get $b)) (i64.const 32))))
        (local.set $kr (i32.wrap_i64 (local.get $r)))
        (local.set $kg (i32.wrap_i64 (local.get $g)))
        (local.set $kb (i32.wrap_i64 (local.get $b)))
        ;; The axes in the order of their fractions, without a branch: grain makes branches guess wrong.
        (local.set $most (select (local.get $kr) (local.get $kg) (i32.gt_u (local.get $kr) (local.get $kg))))
        (local.set $least (select (local.get $kg) (local.get $kr) (i32.gt_u (local.get $kr) (local.get $kg))))
        (local.set $mid (select (local.get $kb) (local.get $most) (i32.lt_u (local.get $kb) (local.get $most))))
        (local.set $most (select (local.get $most) (local.get $kb) (i32.gt_u (local.get $most) (local.get $kb))))
        (local.set $kr (select (local.get $mid) (local.get $least) (i32.gt_u (local.get $mid) (local.get $least))))
        (local.set $least (select (local.get $mid) (local.get $least) (i32.lt_u (local.get $mid) (local.get $least))))
        (local.set $mid (local.get $kr))
        ;; From the black corner of the cell to its white one along the axes, largest fraction first.
        (local.set $n1 (i32.add (local.get $n0) (i32.and (local.get $most) (i32.const 65535))))
        (local.set $n2 (i32.add (local.get $n1) (i32.and (local.get $mid) (i32.const 65535))))
        (local.set $w1 (i32.shr_u (local.get $most) (i32.const 16)))
        (local.set $w2 (i32.shr_u (local.get $mid) (i32.const 16)))
        (local.set $w3 (i32.shr_u (local.get $least) (i32.const 16)))
        (local.set $sum
          (i32x4.add
            (i32x4.dot_i16x8_s
              (i8x16.shuffle 0 1 16 17 2 3 18 19 4 5 20 21 6 7 22 23
                (v128.load64_zero offset=6144 (local.get $n0))
                (v128.load64_zero offset=6144 (local.get $n1)))
              (i32x4.splat (i32.or
                (i32.sub (i32.const 256) (local.get $w1))
                (i32.shl (i32.sub (local.get $w1) (local.get $w2)) (i32.const 16)))))
            (i32x4.dot_i16x8_s
              (i8x16.shuffle 0 1 16 17 2 3 18 19 4 5 20 21 6 7 22 23
                (v128.load64_zero offset=6144 (local.get $n2))
                (v128.load64_zero offset=6144 (i32.add (local.get $n2) (i32.and (local.get $least) (i32.const 65535)))))
              (i32x4.splat (i32.or
                (i32.sub (local.get $w2) (local.get $w3))
                (i32.shl (local.get $w3) (i32.const 16)))))))
        (local.set $sum (i32x4.shr_u (i32x4.add (local.get $sum) (i32x4.splat (local.get $bias))) (i32.const 8)))
        (local.set $sum (i32x4.shr_u
          (i32x4.add (i32x4.mul (local.get $sum) (i32x4.splat (local.get $times))) (i32x4.splat (local.get $more)))
          (local.get $shift)))
        (local.set $sum (i16x8.narrow_i32x4_u (local.get $sum) (local.get $sum)))
        (local.set $pixel (i32x4.extract_lane 0 (i8x16.narrow_i16x8_u (local.get $sum) (local.get $sum))))
        (i32.store16 (local.get $from) (local.get $pixel))
        (i32.store8 offset=2 (local.get $from) (i32.shr_u (local.get $pixel) (i32.const 16)))
        (local.set $from (i32.add (local.get $from) (local.get $stride)))
        (br $next)))))
