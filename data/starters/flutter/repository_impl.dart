import '«from repository»';

/// Keeps «title» in memory, until there is a place for it.
final class «Pascal»RepositoryImpl implements «Pascal»Repository {
  final List<String> _entries = [];

  @override
  Future<List<String>> load() async => List.unmodifiable(_entries);

  @override
  Future<void> save(String entry) async => _entries.add(entry);
}
