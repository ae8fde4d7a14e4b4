import 'package:flutter_test/flutter_test.dart';
import 'package:pippin_row/helpers/dates.dart';

void main() {
  test('a short day', () => expect(shortDay(dayOf('2026-09-12')), '12.9.'));
}
