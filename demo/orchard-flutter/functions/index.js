// Runs in the cloud when somebody saves a harvest; it is no part of the app.
const { greet } = require("./greet");

exports.harvestSaved = (harvest) => greet(harvest.helper);
