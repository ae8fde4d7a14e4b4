import 'package:flutter/foundation.dart';

/// What the app knows of «title», and how that changes.
class «Stem» extends ChangeNotifier {
  List<String> _entries = const [];

  List<String> get entries => _entries;

  void load(List<String> entries) {
    _entries = List.unmodifiable(entries);
    notifyListeners();
  }
}
