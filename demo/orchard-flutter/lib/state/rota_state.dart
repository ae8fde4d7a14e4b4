import 'package:flutter/foundation.dart';
import '../models/shift.dart';
import '../services/rota_service.dart';

/// Who helps when.
class RotaState extends ChangeNotifier {
  RotaState(this._service);

  final RotaService _service;
  List<Shift> _shifts = const [];

  List<Shift> get shifts => _shifts;

  Future<void> load() async {
    _shifts = await _service.shifts();
    notifyListeners();
  }
}
