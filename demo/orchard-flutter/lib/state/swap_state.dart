import 'package:flutter/foundation.dart';
import '../models/swap.dart';
import '../services/swap_service.dart';

/// Shifts that look for somebody else.
class SwapState extends ChangeNotifier {
  SwapState(this._service);

  final SwapService _service;
  List<Swap> _swaps = const [];

  List<Swap> get open => [..._swaps.where((swap) => swap.isOpen)];

  Future<void> load() async {
    _swaps = await _service.swaps();
    notifyListeners();
  }
}
