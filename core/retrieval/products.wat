;; The products of one vector of bytes with many, sixteen bytes at a time. Sizes are multiples of 16.
(module
  (import "own" "memory" (memory 1 65536 shared))
  (func (export "products")
    (param $at i32)        ;; where the first vector lies
    (param $count i32)     ;; how many vectors follow each other
    (param $size i32)      ;; bytes of a vector
    (param $question i32)  ;; where the one vector lies
    (param $out i32)       ;; where the products go, four bytes each
    (local $end i32) (local $stop i32) (local $q i32)
    (local $a v128) (local $b v128) (local $x v128) (local $y v128)
    (local.set $end (i32.add (local.get $out) (i32.shl (local.get $count) (i32.const 2))))
    (block $done
      (loop $next
        (br_if $done (i32.ge_u (local.get $out) (local.get $end)))
        (local.set $stop (i32.add (local.get $at) (local.get $size)))
        (local.set $q (local.get $question))
        (local.set $a (v128.const i32x4 0 0 0 0))
        (local.set $b (v128.const i32x4 0 0 0 0))
        (loop $more
          (local.set $x (v128.load (local.get $at)))
          (local.set $y (v128.load (local.get $q)))
          (local.set $a (i32x4.add (local.get $a)
            (i32x4.dot_i16x8_s (i16x8.extend_low_i8x16_s (local.get $x)) (i16x8.extend_low_i8x16_s (local.get $y)))))
          (local.set $b (i32x4.add (local.get $b)
            (i32x4.dot_i16x8_s (i16x8.extend_high_i8x16_s (local.get $x)) (i16x8.extend_high_i8x16_s (local.get $y)))))
          (local.set $at (i32.add (local.get $at) (i32.const 16)))
          (local.set $q (i32.add (local.get $q) (i32.const 16)))
          (br_if $more (i32.lt_u (local.get $at) (local.get $stop))))
        (local.set $a (i32x4.add (local.get $a) (local.get $b)))
        (i32.store (local.get $out)
          (i32.add
            (i32.add (i32x4.extract_lane 0 (local.get $a)) (i32x4.extract_lane 1 (local.get $a)))
            (i32.add (i32x4.extract_lane 2 (local.get $a)) (i32x4.extract_lane 3 (local.get $a)))))
        (local.set $out (i32.add (local.get $out) (i32.const 4)))
        (br $next)))))
