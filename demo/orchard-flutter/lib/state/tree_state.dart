import 'package:flutter/foundation.dart';
import '../models/tree.dart';
import '../repositories/tree_repository.dart';

/// The trees of the orchard, and which of them is looked at.
class TreeState extends ChangeNotifier {
  TreeState(this._repository);

  final TreeRepository _repository;
  List<Tree> _trees = const [];

  List<Tree> get trees => _trees;

  Future<void> load() async {
    _trees = await _repository.load();
    notifyListeners();
  }
}
