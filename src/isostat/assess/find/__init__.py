"""Which parts that can be had hold a vehicle where it is wanted, in every load case; why the others do not."""
