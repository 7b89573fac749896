"""Why a promised size and the pieces do not agree: misreadings tried, in ones and in pairs, and ranked."""
