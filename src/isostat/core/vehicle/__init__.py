"""One rigid body on its axles: platform, loads, equilibrium."""
