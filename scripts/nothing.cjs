// Stands in for packages that only mark a module for the bundler.
