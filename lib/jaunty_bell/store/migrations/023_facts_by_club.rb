# The tables of facts in parts by club (Store::Partitions). Of a filled database that is in use this may take a while,
# and may be ended at any time: it goes on from there. bin/partition does the same beforehand.
Sequel.migration do
  no_transaction

  up { JauntyBell::Store::Partitions.new(self).run { |line| log_info(line) } }

  down {} # whole or in parts, every query is the same
end
