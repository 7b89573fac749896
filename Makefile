# Two commands do everything: `make demo` and `make test`. The rest is for work on the product.
PORT ?= 8340
.PHONY: demo serve dev test same hunt mutate lint types bench shots

demo:  ## install what is missing, build, start with the sample plans, print the address
	@python3 tools/ready.py demo
	@.venv/bin/ambitus demo --port $(PORT)

serve:  ## the same with your own plans
	@python3 tools/ready.py demo
	@.venv/bin/ambitus serve --port $(PORT)

dev:  ## API on PORT and the screens with live reload beside it
	@python3 tools/ready.py test
	@.venv/bin/python tools/dev.py $(PORT)

test:  ## install what is missing, run every check and test; QUICK=1: the core and files, in about a minute
	@python3 tools/ready.py test
	@.venv/bin/python tools/check.py

hunt:  ## the property tests with new seeds, 100,000 hostile requests; what they find becomes an example
	@python3 tools/ready.py test
	@HYPOTHESIS=hunt .venv/bin/python -m pytest tests/core tests/files tests/web -q -n 2

same:  ## does all that a maker sees read as it did at BASE=commit? 2,000 bags; COUNT=200 for a first look
	@python3 tools/ready.py test
	@.venv/bin/python -W ignore tools/same.py $(BASE)

mutate:  ## change the core in 200 places, one at a time; at least 90 % have to be noticed
	@python3 tools/ready.py test
	@.venv/bin/python tools/mutate.py

lint:
	@python3 tools/ready.py test
	@.venv/bin/python tools/check.py --lint

types:  ## write the front end's API types anew
	@python3 tools/ready.py test
	@.venv/bin/python tools/check.py --write

bench:  ## ratios measured side by side in one run
	@python3 tools/ready.py test
	@.venv/bin/python tools/bench.py

shots:  ## retake docs/screenshots from the demo data
	@python3 tools/ready.py test
	@.venv/bin/python tools/shots.py
