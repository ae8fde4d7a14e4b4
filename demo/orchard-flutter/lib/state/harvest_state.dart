import 'package:flutter/foundation.dart';
import 'package:orchard_units/orchard_units.dart';
import '../models/harvest.dart';
import '../repositories/harvest_repository.dart';

part 'harvest_events.dart';

/// What was picked, and what comes in.
class HarvestState extends ChangeNotifier {
  HarvestState(this._repository);

  final HarvestRepository _repository;
  List<Harvest> _entries = const [];

  List<Harvest> get entries => _entries;

  Kilograms get total => _totalOf(_entries);

  Future<void> add(HarvestEvent event) async {
    switch (event) {
      case HarvestPicked(:final harvest):
        _entries = [..._entries, harvest];
        await _repository.save(harvest);
      case HarvestCleared():
        _entries = const [];
    }
    notifyListeners();
  }
}
