# frozen_string_literal: true

source "https://rubygems.org"

ruby ">= 3.1"

gem "zeitwerk", "~> 2.6.18"
gem "json", "~> 3.1"
gem "tzinfo", "~> 2.0"
gem "tzinfo-data", ">= 1.2024"
gem "addressable", "~> 2.9"

gem "mail", "~> 2.9"
gem "loofah", "~> 2.25"

gem "parslet", "~> 2.0"
gem "vcardigan", "~> 0.0.9"
gem "rubyzip", "~> 2.4"
gem "icalendar", "~> 2.13"
gem "ice_cube", "~> 0.17"

gem "activerecord", "~> 7.2.4"
gem "sqlite3", "~> 2.8"

gem "sinatra", "~> 4.2"
gem "puma", "~> 8.0"
gem "committee", "~> 5.6"
gem "bcrypt", "~> 3.1"
gem "zxcvbn-ruby", "~> 1.2"

gem "thor", "~> 1.5"
gem "tty-progressbar", "~> 0.18"

gem "net-smtp", "~> 0.5.1"
gem "net-imap", "~> 0.5.15"
gem "midi-smtp-server", "~> 3.3"

group :test do
  gem "minitest", "~> 5.27"
  gem "rack-test", "~> 2.3"
  gem "capybara", "~> 3.40"
  gem "selenium-webdriver", "~> 4.32.0"
  gem "axe-core-capybara", "~> 4.14.0"
  gem "prop_check", "~> 1.0"
  gem "json_schemer", "~> 2.5"
  gem "simplecov", "~> 0.22", require: false
  gem "standard", "~> 1.57", require: false
end
