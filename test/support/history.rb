require "support/api"

# A student of the signed-in club with marks and efforts on days gone by.
module History
  def setup
    super
    @group = new_group(name: "Evening group")
    @student = new_student(group: @group, name: "Pia Test", born_on: Clock.today - 30 * 366, heart_rest: 60,
      heart_max: 190, heart_weights: "women")
    @two = new_combination(name: "Two", text: "1-2")
    @three = new_combination(name: "Three", text: "1-2-3")
    @card = new_card(name: "Evening card", rounds: [round(combination_id: @two[:id], title: "Two", work_s: 120)],
      group_id: @group)
    @held = new_class(card: @card[:id], group: @group)
  end

  def today = Clock.today

  # days: [[days ago, attempted, clean, broke_at], …]
  def marked(combination, days, student: @student, rung: "count")
    tell(@held[:id], {marks: days.map { |ago, attempted, clean, broke|
      {id: uuid, student_id: student, combination_id: combination[:id], rung: rung, on: today - ago,
       attempted: attempted, clean: clean, broke_at: broke, at: Clock.now - ago * 86_400}
    }}, coach_id: place_of(@coach))
  end

  # days: [[days ago, effort, minutes], …]
  def trained(days, student: @student)
    days.each do |ago, effort, minutes|
      db[:efforts].insert(club_id: club, id: uuid, student_id: student, on: today - ago, effort: effort,
        minutes: minutes, at: Clock.now)
    end
  end

  def page = call(:get, "/api/book/students/#{@student}")

  # The text of a PDF without blanks: a reader takes the space between two letters for a guess.
  def text(pdf) = PDF::Reader.new(StringIO.new(pdf)).pages.map(&:text).join.gsub(/\s+/, "")
end
