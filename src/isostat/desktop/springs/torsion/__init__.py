"""Panel and drawing of torsion bars."""
