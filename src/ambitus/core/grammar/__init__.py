"""The bag grammar: slots, their variants, and the sentence they make.

A variant lives in a folder of its own (what it declares, how it shapes the form, how it reads back)
and one line of ``registry.py``. Fields, schema, tiles and the sentence come from what it declares.
"""
