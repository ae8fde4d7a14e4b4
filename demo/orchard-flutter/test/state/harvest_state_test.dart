import 'package:flutter_test/flutter_test.dart';
import 'package:orchard_units/orchard_units.dart';
import 'package:pippin_row/models/harvest.dart';
import 'package:pippin_row/repositories/harvest_repository_impl.dart';
import 'package:pippin_row/services/harvest_service.dart';
import 'package:pippin_row/services/http_service.dart';
import 'package:pippin_row/state/harvest_state.dart';

void main() {
  test('what is picked adds up', () async {
    final state = HarvestState(HarvestRepositoryImpl(const HarvestService(HttpService())));
    await state.add(HarvestPicked(Harvest(treeId: 't1', day: DateTime(2026, 9, 12), weight: Kilograms(12))));
    expect(state.total.value, 12);
  });
}
