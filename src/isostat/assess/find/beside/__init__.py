"""What an axle takes from lists beside its springs, a module a kind."""
