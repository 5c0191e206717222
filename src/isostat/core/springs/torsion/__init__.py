"""Torsion bars: the bar and its arm, splines, how an anchor is set anew."""
