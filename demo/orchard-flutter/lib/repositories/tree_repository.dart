import '../models/tree.dart';
import '../services/tree_service.dart';

/// Where the app gets each tree from.
final class TreeRepository {
  TreeRepository(this._service);

  final TreeService _service;
  Future<List<Tree>> load() => _service.trees();
}
