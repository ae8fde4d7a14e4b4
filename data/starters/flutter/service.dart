/// Asks the world outside for «title».
final class «Stem» {
  const «Stem»();

  Future<List<String>> load() async => const [];
}
