"""What every page is made of: sheets, fields, grips, lists, drawings that several share."""
