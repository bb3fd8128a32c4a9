source "https://rubygems.org"

ruby ">= 3.1"

# HTTP
gem "puma", "~> 8.0"
gem "rack", "~> 3.2"
gem "sinatra", "~> 4.2", require: false
gem "rack-attack", "~> 6.7", require: false
gem "rack-protection", "~> 4.2", require: false
gem "rack-session", "~> 2.1", require: false

# Accounts
gem "rodauth", "~> 2.36", require: false
gem "roda", "~> 3.90", require: false
gem "argon2", "~> 2.3", require: false
gem "webauthn", "~> 3.4", require: false # passkeys
gem "rotp", "~> 6.3", require: false # time codes
gem "rqrcode", "~> 3.0", require: false # codes to photograph
gem "mail", "~> 2.8", require: false

# Database
gem "sequel", "~> 5.90"
gem "pg", "~> 1.5"
gem "sequel_pg", "~> 1.17", require: false

# Contract
gem "openapi_first", "~> 1.4", require: false

# json 3 is not yet taken by multi_json, which openapi_first reads bodies with
gem "json", "~> 2.9"

# Loading and mathematics
gem "zeitwerk", "~> 2.6"

# A club's own day, from the time zones the system knows
gem "tzinfo", "~> 2.0", require: false

# Public holidays by country and region
gem "holidays", "~> 8.8", require: false
gem "countries", "~> 7.1", require: false # what its regions are called
gem "rubystats", "~> 0.4", require: false
gem "graph_matching", "~> 0.2", require: false

# Files
gem "prawn", "~> 2.5", require: false
gem "prawn-svg", "~> 0.37", require: false
gem "icalendar", "~> 2.10", require: false

group :test, :development do
  gem "minitest", "~> 5.25"
  gem "rack-test", "~> 2.1"
  gem "capybara", "~> 3.40"
  gem "selenium-webdriver", "~> 4.20"
  gem "prop_check", "~> 1.0"
  gem "pdf-reader", "~> 2.12", require: false
  gem "wavefile", "~> 1.1", require: false
  gem "simplecov", "~> 0.22", require: false
  gem "standard", "~> 1.40", require: false
  gem "brakeman", "~> 7.0", require: false
end
