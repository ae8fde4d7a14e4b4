/// A weight.
extension type const Kilograms(num value) {
  bool get isNothing => value == 0;
}
