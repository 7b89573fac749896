"""Panels quilted as blanks: cloth, wadding and perhaps a backing, sewn through in rows, then trimmed."""
