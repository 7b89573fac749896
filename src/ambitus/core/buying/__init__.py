"""What has to be bought for a bag, whoever sells it."""
