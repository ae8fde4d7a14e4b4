// Letters that are linked into both apps.
module.exports = { assets: ["./src/assets/fonts/"] };
