/// «Title», step by step.
final class «Stem» {
  const «Stem»();

  Future<void> call() async {}
}
