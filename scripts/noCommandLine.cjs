// Migrations bring a command line of their own that nobody gives: its packages would be read at every start.
exports.CommandLineParser = class {};
exports.CommandLineAction = class {};
