exports.greet = (name) => `Thank you, ${name}!`;
