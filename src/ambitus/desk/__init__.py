"""
The desk: what a maker does with plans, whoever asks for it.

Begin, open, save, set aside, restore, print, compare; my usual; beginning from a file; the sample plans.
The web and the command line are doors to it and hold no rule of their own.
"""
