"""Bars, links and shafts that a change of height drags with it. x forward, y left, z up; travel of a hub bump positive."""
