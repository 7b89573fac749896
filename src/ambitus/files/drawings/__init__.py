"""Drawings that come in: the outline of a base from an SVG or DXF file, within limits that are told."""
