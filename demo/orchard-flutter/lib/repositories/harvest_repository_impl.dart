import '../models/harvest.dart';
import '../services/harvest_service.dart';
import 'harvest_repository.dart';

/// Asks the server, and keeps what was picked since.
final class HarvestRepositoryImpl implements HarvestRepository {
  HarvestRepositoryImpl(this._service);

  final HarvestService _service;
  final List<Harvest> _kept = [];

  @override
  Future<List<Harvest>> load() async => [...await _service.harvests(), ..._kept];

  @override
  Future<void> save(Harvest harvest) async => _kept.add(harvest);
}
