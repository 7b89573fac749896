"""A strap of woven webbing, bought at its width and only cut to length."""
