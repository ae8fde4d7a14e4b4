import '../models/tree.dart';
import '../services/tree_service.dart';

/// Where the app gets its trees from.
final class TreeRepository {
  const TreeRepository(this._service);

  final TreeService _service;

  Future<List<Tree>> load() => _service.trees();
}
