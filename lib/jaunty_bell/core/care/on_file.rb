module JauntyBell::Core
  module Care
    # What cannot be so of what is on file of a student.
    module OnFile
      # `facts` with :born_on (Date), :heart_rest and :heart_max (beats a minute), nil where it is not known. Raises
      # InvalidInput.
      def self.check(facts, today)
        refuse("born_on", "A birthday lies in the past.") if facts[:born_on] && facts[:born_on] > today
        rest, most = facts.values_at(:heart_rest, :heart_max)
        refuse("heart_max", "The heart beats faster at its most than at rest.") if rest && most && rest >= most
      end

      def self.refuse(path, message) = raise(InvalidInput.new(message, path: path))
      private_class_method :refuse
    end
  end
end
