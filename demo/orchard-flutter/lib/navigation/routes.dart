import 'package:flutter/material.dart';
import '../screens/harvest_entry_screen.dart';
import '../screens/harvest_screen.dart';
import '../screens/rota_screen.dart';
import '../screens/swaps_screen.dart';
import '../screens/tree_detail_screen.dart';
import '../screens/trees_screen.dart';
import '../screens/weather_screen.dart';
// steady-shelf: imports

/// Every screen, by its path.
final routes = <String, WidgetBuilder>{
  '/': (context) => const TreesScreen(),
  '/tree': (context) => const TreeDetailScreen(),
  '/harvest': (context) => const HarvestScreen(),
  '/harvest/entry': (context) => const HarvestEntryScreen(),
  '/rota': (context) => const RotaScreen(),
  '/swaps': (context) => const SwapsScreen(),
  '/weather': (context) => const WeatherScreen(),
  // steady-shelf: routes
};
