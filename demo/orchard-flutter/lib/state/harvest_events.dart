part of 'harvest_state.dart';

/// Something that happens to the harvest.
sealed class HarvestEvent {
  const HarvestEvent();
}

final class HarvestPicked extends HarvestEvent {
  const HarvestPicked(this.harvest);

  final Harvest harvest;
}

final class HarvestCleared extends HarvestEvent {
  const HarvestCleared();
}

Kilograms _totalOf(List<Harvest> entries) =>
    entries.fold(Kilograms(0), (sum, each) => Kilograms(sum.value + each.weight.value));
