/// «Title»: values that never change.
abstract final class «Stem» {}
