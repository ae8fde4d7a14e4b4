import '../models/harvest.dart';

/// Where the app gets the harvest from, and where it goes.
abstract interface class HarvestRepository {
  Future<List<Harvest>> load();

  Future<void> save(Harvest harvest);
}
