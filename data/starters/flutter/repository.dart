/// Where «title» comes from and goes to.
abstract interface class «Stem» {
  Future<List<String>> load();

  Future<void> save(String entry);
}
