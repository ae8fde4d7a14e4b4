global.orchard = "Pippin Row";
