"""What carries or ends the way of a wheel: springs, stops, shocks, bars, gas, tyres."""
