import '../models/harvest.dart';
import '../services/harvest_service.dart';

/// Where the app gets each harvest from.
final class HarvestRepository {
  HarvestRepository(this._service);

  final HarvestService _service;
  final List<Harvest> _kept = [];

  Future<List<Harvest>> load() async => [...await _service.harvests(), ..._kept];

  Future<void> save(Harvest harvest) async => _kept.add(harvest);
}
